-- What a gateway sent that was refused, counted by its code.
create table link_fault (
    token_id uuid not null references link_token (id),
    code     text not null,
    times    bigint not null,
    last_at  timestamptz not null,
    reason   text not null,
    primary key (token_id, code)
);
create index link_session_token on link_session (token_id);
