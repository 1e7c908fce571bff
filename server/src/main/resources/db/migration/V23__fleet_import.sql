-- Detectors from a table: read and compared first, put in force when somebody says so, taken back as one.
create table fleet_import (
    id        uuid primary key,
    file_name text not null,
    file_hash text not null,
    begun_at  timestamptz not null,
    begun_by  text not null,
    phase     text not null check (phase in ('READ', 'APPLYING', 'APPLIED', 'WITHDRAWN'))
);

create table fleet_import_row (
    import_id uuid not null references fleet_import (id) on delete cascade,
    line      bigint not null,
    serial    text not null,
    asset_tag text not null,
    model     text not null,
    crew      text not null,
    location  text not null,
    sensors   text not null,
    verdict   text not null check (verdict in ('NEW', 'CHANGED', 'SAME', 'REFUSED')),
    faults    text not null,
    -- What stood there before: asset tag, crew and place of a detector that was changed.
    before    text,
    applied   boolean not null default false,
    primary key (import_id, line)
);
create index fleet_import_row_verdict on fleet_import_row (import_id, verdict, line);
