-- What is in a cylinder: every look at its gauge, and what every run has drawn since.
create table gauge_reading (
    id          uuid primary key,
    cylinder_id uuid not null references cylinder (id),
    at          timestamptz not null,
    bar         double precision not null check (bar >= 0),
    celsius     double precision,
    by          text not null
);
create index gauge_of_cylinder on gauge_reading (cylinder_id, at);
insert into gauge_reading (id, cylinder_id, at, bar, by)
select gen_random_uuid(), id, now(), gauge_bar, 'registration' from cylinder;
create trigger gauge_reading_append_only before update or delete or truncate on gauge_reading
    for each statement execute function never_changed();

create table gas_draw (
    run_id      uuid not null references run (id),
    cylinder_id uuid not null references cylinder (id),
    at          timestamptz not null,
    litres      double precision not null check (litres >= 0),
    primary key (run_id, cylinder_id)
);
create index draw_of_cylinder on gas_draw (cylinder_id, at);

-- gauge_bar is the last look; drawn_litres is what runs have drawn since.
alter table cylinder
    add column gauge_read_at timestamptz not null default now(),
    add column drawn_litres  double precision not null default 0 check (drawn_litres >= 0),
    add column state_reason  text not null default '';

create table cylinder_change (
    id          uuid primary key,
    cylinder_id uuid not null references cylinder (id),
    at          timestamptz not null,
    by          text not null,
    state       text not null check (state in ('IN_USE', 'EMPTY', 'ON_HOLD', 'RETURNED')),
    reason      text not null
);
create index change_of_cylinder on cylinder_change (cylinder_id, at);
create trigger cylinder_change_append_only before update or delete or truncate on cylinder_change
    for each statement execute function never_changed();

-- Gas that was found bad after the fact: what rests on it is made due; it can be withdrawn, and both stay on record.
create table recall (
    id               uuid primary key,
    scope            text not null check (scope in ('CYLINDER', 'LOT')),
    named            text not null,
    reason           text not null check (reason <> ''),
    at               timestamptz not null,
    by               text not null,
    withdrawn_at     timestamptz,
    withdrawn_by     text,
    withdrawn_reason text
);
create table recall_cylinder (
    recall_id   uuid not null references recall (id),
    cylinder_id uuid not null references cylinder (id),
    primary key (recall_id, cylinder_id)
);
create table recall_detector (
    recall_id   uuid not null references recall (id),
    detector_id uuid not null references detector (id),
    run_id      uuid not null references run (id),
    trigger_id  uuid references due_trigger (id),
    primary key (recall_id, detector_id)
);
