-- Cylinders and jobs done on paper come in as tables too, and what was typed in from paper can be taken back.
alter table run add column withdrawn boolean not null default false;

-- How the detector stood before a run was typed in.
create table run_before (
    run_id   uuid primary key references run (id),
    standing text not null
);

alter table fleet_import add column kind text not null default 'DETECTORS' check (kind in ('DETECTORS', 'CYLINDERS', 'RUNS'));

-- Lines that are not detectors: the fields as they were read, what a job would come to, and the run that it became.
alter table fleet_import_row add column fields text;
alter table fleet_import_row add column verdict_of_job text;
alter table fleet_import_row add column failing_slots text;
alter table fleet_import_row add column run_id uuid references run (id);

-- What trends, recalls and previews are drawn from: results of runs that were not taken back.
create index run_withdrawn on run (id) where withdrawn;
create view counting_result as
    select * from sensor_result r where not exists (select 1 from run w where w.id = r.run_id and w.withdrawn);
