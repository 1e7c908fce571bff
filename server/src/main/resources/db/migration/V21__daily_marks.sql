-- How far the ledger had come, day by day; signed with a key that is not in here, and kept outside as well.
create table daily_mark (
    day       date primary key,
    seq       bigint not null,
    hash      text not null,
    before    text not null,
    signature text not null
);

create trigger daily_mark_append_only before update or delete or truncate on daily_mark
    for each statement execute function never_changed();
