-- Care that somebody gave a detector; only ever added to.
create table care_done (
    id          uuid primary key,
    detector_id uuid not null references detector (id),
    kind        text not null,
    done_on     date not null,
    by          text not null,
    remark      text not null
);
create index care_of_detector on care_done (detector_id, kind, done_on desc);
create trigger care_done_never_changed before update or delete or truncate on care_done
    for each statement execute function never_changed();
