-- A new cylinder is compared with the outgoing one before it sets a detector.
alter table cylinder drop constraint cylinder_state_check;
alter table cylinder add constraint cylinder_state_check check (state in ('NEW', 'IN_USE', 'EMPTY', 'ON_HOLD', 'RETURNED'));
alter table cylinder_change drop constraint cylinder_change_state_check;
alter table cylinder_change
    add constraint cylinder_change_state_check check (state in ('NEW', 'IN_USE', 'EMPTY', 'ON_HOLD', 'RETURNED'));

create table cylinder_comparison (
    id          uuid primary key,
    cylinder_id uuid not null references cylinder (id),
    outgoing_id uuid not null references cylinder (id),
    detector_id uuid not null references detector (id),
    at          timestamptz not null,
    by          text not null,
    agrees      boolean not null,
    workings    text not null,
    check (cylinder_id <> outgoing_id)
);
create index comparison_of_cylinder on cylinder_comparison (cylinder_id, at);
create trigger cylinder_comparison_append_only before update or delete or truncate on cylinder_comparison
    for each statement execute function never_changed();
