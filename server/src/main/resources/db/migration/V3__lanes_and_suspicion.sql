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
