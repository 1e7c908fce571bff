-- Regulators, flow meters, gauges, barometers: each with checks and a due date of its own.
create table equipment (
    id              uuid primary key,
    tag             text not null unique check (tag <> ''),
    kind            text not null check (kind in ('REGULATOR', 'FLOW_METER', 'GAUGE', 'BAROMETER')),
    regulator_kind  text check (regulator_kind in ('FIXED', 'ADJUSTABLE', 'DEMAND')),
    stamped_l_min   double precision,
    family          text not null default '',
    interval_months int not null check (interval_months between 1 and 60),
    registered_at   timestamptz not null,
    check ((kind = 'REGULATOR') = (regulator_kind is not null))
);
create table equipment_check (
    id           uuid primary key,
    equipment_id uuid not null references equipment (id),
    on_day       date not null,
    measured     double precision,
    passed       boolean not null,
    working      text not null,
    remark       text not null,
    at           timestamptz not null,
    by           text not null
);
create index check_of_equipment on equipment_check (equipment_id, on_day desc, at desc);
create trigger equipment_check_append_only before update or delete or truncate on equipment_check
    for each statement execute function never_changed();
