-- What displayed readings are chained on, and a sensor that was disabled and labelled instead of judged.
alter table sensor
    add column sensitivity      double precision not null default 1 check (sensitivity > 0),
    add column fitting_response double precision not null default 100 check (fitting_response > 0),
    add column disabled         boolean not null default false;

alter table sensor_result drop constraint sensor_result_stage_check;
alter table sensor_result
    add constraint sensor_result_stage_check
    check (stage in ('AS_FOUND', 'CHECK_FIRST', 'BLANK', 'ZERO', 'LOW_POINT', 'SPAN', 'CHECK', 'VERIFY', 'BUMP', 'CLEAR'));

alter table cylinder_component drop constraint cylinder_component_unit_check;
alter table cylinder_component
    add constraint cylinder_component_unit_check check (unit in ('PPM', 'VOL_PERCENT', 'PERCENT_LEL', 'MG_PER_M3', 'MG_PER_L'));

-- Whether a certificate states k = 2.
alter table cylinder_component add column states_two boolean not null default false;

-- What a person is qualified for, as procedure cards ask for it.
create table competence (
    person_id uuid not null references person (id),
    name      text not null check (name <> ''),
    primary key (person_id, name)
);

alter table house_policy
    add column published_by text not null default '',
    add column reason       text not null default '';
alter table procedure_card add column published_by text not null default '';

-- A job that was done on paper and typed in afterwards.
alter table run drop constraint run_source_check;
alter table run add constraint run_source_check check (source in ('LINK', 'TYPED', 'PAPER'));
