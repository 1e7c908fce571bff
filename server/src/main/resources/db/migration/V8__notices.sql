-- What was raised about gas, each once; and one lock per job across all copies of the server.
create table notice (
    kind      text not null,
    named     text not null,
    on_day    date not null,
    words     text not null,
    raised_at timestamptz not null,
    mailed_at timestamptz,
    primary key (kind, named, on_day)
);
create table shedlock (
    name       varchar(64) primary key,
    lock_until timestamp not null,
    locked_at  timestamp not null,
    locked_by  varchar(255) not null
);
-- Secret addresses of calendars; only a hash of the secret is kept.
create table calendar_feed (
    id          uuid primary key,
    secret_hash text not null unique,
    person      text not null,
    made_at     timestamptz not null,
    revoked_at  timestamptz
);
