-- The register of certificates given out: each with the text that its code is taken from.
create table calibration_certificate (
    number   text primary key,
    code     text not null unique,
    run_id   uuid not null references run (id),
    given_at timestamptz not null,
    body     text not null
);
create index calibration_certificate_of_run on calibration_certificate (run_id, given_at desc);
create index calibration_certificate_given on calibration_certificate (given_at desc);

create trigger calibration_certificate_append_only before update or delete or truncate on calibration_certificate
    for each statement execute function never_changed();
