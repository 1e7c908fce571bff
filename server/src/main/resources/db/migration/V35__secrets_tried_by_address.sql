alter table sign_in_failure add column source text not null default '';

-- Addresses from which a person has signed in: a stranger elsewhere cannot close the name for them.
create table sign_in_source (
    sign_in_name text not null,
    source       text not null,
    at           timestamptz not null,
    primary key (sign_in_name, source)
);
