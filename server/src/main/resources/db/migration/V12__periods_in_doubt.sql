-- Days on which a sensor may have read wrongly: opened by a failed as-found check, closed by a named person with a remark.
create table period_in_doubt (
    id        uuid primary key,
    sensor_id uuid not null references sensor (id),
    run_id    uuid not null references run (id),
    since     date not null,
    until     date not null check (until >= since),
    finding   text not null,
    opened_at timestamptz not null,
    closed_at timestamptz,
    closed_by text,
    closing   text,
    unique (run_id, sensor_id),
    check ((closed_at is null) = (closed_by is null) and (closed_at is null) = (closing is null))
);
create index doubt_of_sensor on period_in_doubt (sensor_id);
