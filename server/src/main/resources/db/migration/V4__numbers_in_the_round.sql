-- A bump in a round whose numbers a gateway sends is a run that is open while gas is on.
alter table run drop constraint run_source_check;
alter table run add constraint run_source_check check (source in ('LINK', 'TYPED', 'PAPER', 'SEEN', 'SEEN_LIVE'));
alter table bump_round add column live_run uuid references run (id);
