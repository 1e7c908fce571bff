-- How far the checks of one detector may be off, where a lead has set it stricter than card and policy.
alter table detector
    add column tolerance_percent double precision check (tolerance_percent in (5, 10, 15, 20));

-- Where a run is worked: whose air its neighbours share, and the manifold that brings gas to several detectors at once.
alter table run
    add column room     text not null default '',
    add column manifold uuid;
create index run_on_manifold on run (manifold) where manifold is not null;

-- Which cylinder a result on gas rests on, so that other detectors' results on it can be looked at.
alter table sensor_result add column cylinder text;
create index result_on_cylinder on sensor_result (cylinder, on_day) where cylinder is not null;

-- The round before a shift: detector after detector on one gas, each a run of its own that the technician has seen.
alter table run drop constraint run_source_check;
alter table run add constraint run_source_check check (source in ('LINK', 'TYPED', 'PAPER', 'SEEN'));
create table bump_round (
    id          uuid primary key,
    client_id   text not null unique,
    technician  text not null,
    crew        text not null,
    cylinder_id uuid not null references cylinder (id),
    started_at  timestamptz not null,
    ended_at    timestamptz
);
create table bump_round_entry (
    round_id    uuid not null references bump_round (id),
    run_id      uuid not null references run (id),
    detector_id uuid not null references detector (id),
    litres      double precision not null check (litres >= 0),
    primary key (round_id, run_id)
);
