-- An outside laboratory calibrates too: what its certificate says is a run of its own source, and may state the next day.
alter table run drop constraint run_source_check;
alter table run add constraint run_source_check
    check (source in ('LINK', 'TYPED', 'PAPER', 'SEEN', 'SEEN_LIVE', 'LABORATORY'));

alter table sensor add column stated_due date;
