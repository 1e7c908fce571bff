-- When a fitted sensor is likely to become marginal, worked out from its spans whenever a run is signed.
create table sensor_outlook (
    sensor_id uuid primary key references sensor (id),
    spans     int not null,
    now       double precision,
    earliest  date,
    likely    date
);
create index outlook_earliest on sensor_outlook (earliest) where earliest is not null;

-- What a lead has said to a proposed interval; only ever added to.
create table interval_decision (
    id           uuid primary key,
    model        text not null,
    proposal     text not null,
    in_tolerance bigint not null,
    findings     bigint not null,
    accepted     boolean not null,
    reason       text not null,
    decided_at   timestamptz not null,
    decided_by   text not null
);
create index decision_of_model on interval_decision (model, decided_at desc);
create trigger interval_decision_never_changed before update or delete or truncate on interval_decision
    for each statement execute function never_changed();
