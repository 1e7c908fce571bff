-- Work on a detector between calibrations, and the parts that it takes.
create table maintenance_job (
    id           uuid primary key,
    detector_id  uuid not null references detector (id),
    kind         text not null,
    card_model   text not null,
    card_version int not null,
    slot         int,
    new_serial   text not null default '',
    started_at   timestamptz not null,
    started_by   text not null,
    ended_at     timestamptz,
    finished     boolean not null default false,
    version      bigint not null default 0,
    foreign key (card_model, card_version) references procedure_card (model, version)
);
create unique index one_open_job_of_a_kind on maintenance_job (detector_id, kind) where ended_at is null;
create index maintenance_of_detector on maintenance_job (detector_id, started_at);

create table maintenance_event (
    job_id  uuid not null references maintenance_job (id),
    seq     int not null,
    kind    text not null check (kind in ('STARTED', 'STEP_DONE', 'STEP_REFUSED', 'FINISHED', 'STOPPED')),
    at      timestamptz not null,
    by      text not null,
    step    int,
    number  double precision,
    answer  boolean,
    words   text not null default '',
    primary key (job_id, seq)
);
create trigger maintenance_event_append_only before update or delete or truncate on maintenance_event
    for each statement execute function never_changed();

create table part_stock (
    name       text primary key,
    count      int not null check (count >= 0),
    reorder_at int not null check (reorder_at >= 0),
    version    bigint not null default 0
);

create table part_used (
    job_id uuid not null references maintenance_job (id),
    name   text not null,
    count  int not null check (count > 0),
    primary key (job_id, name)
);

-- Who let a table take effect: what is left goes in under that name.
alter table fleet_import add column applied_by text;
