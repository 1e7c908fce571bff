-- Who the site is; one row once somebody has said so.
create table site_profile (
    id         int primary key check (id = 1),
    name       text not null,
    address    text not null,
    zone       text not null,
    logo       bytea,
    logo_type  text,
    changed_at timestamptz not null,
    changed_by text not null,
    version    bigint not null default 0,
    check ((logo is null) = (logo_type is null))
);

-- Secret addresses under which a board is shown without signing in.
create table board_address (
    id          uuid primary key,
    name        text not null,
    crew        text not null,
    secret_hash text not null unique,
    made_at     timestamptz not null,
    made_by     text not null,
    seen_at     timestamptz,
    revoked_at  timestamptz
);

-- Equipment that is no longer used; its checks stay.
alter table equipment add column retired_at timestamptz;
select put_on_record('equipment', 'id');

-- Models that this site does not have: their cards stay, and are no longer offered.
create table hidden_model (
    model     text primary key,
    hidden_at timestamptz not null,
    hidden_by text not null
);
