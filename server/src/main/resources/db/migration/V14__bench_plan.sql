-- The bench plan that stands: one, with the day of each detector.
create table bench_plan (
    id           int primary key check (id = 1),
    revision     bigint not null,
    rules        text,
    made_at      timestamptz,
    made_by      text,
    least_late   bigint not null default 0,
    least_tenths bigint not null default 0,
    by_rule      bigint not null default 0
);
insert into bench_plan (id, revision) values (1, 0);

-- A job is done, or another one, when its detector has come to have another due day.
create table plan_job (
    detector_id uuid primary key references detector (id),
    due_on      date not null,
    on_day      date not null,
    before_day  date,
    pinned      boolean not null default false
);
create index plan_job_on_day on plan_job (on_day);

-- Days that are not as the weekday says: closed, or open with so many minutes for each technician.
create table bench_day (
    on_day  date primary key,
    minutes int check (minutes between 30 and 600),
    remark  text not null
);

create table bench_absence (
    id         uuid primary key,
    technician text not null,
    since      date not null,
    until      date not null check (until >= since),
    remark     text not null
);
