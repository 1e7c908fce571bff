-- The ledger is found by words, person, kind, detector, cylinder and run; all of it comes out of the entry itself.

-- Dashes part words: whoever looks for 1011 means Q4-1011 too, not minus 1011.
create function ledger_words(kind text, by text, body text) returns tsvector language sql immutable parallel safe as $$
    select to_tsvector('simple', translate(kind || ' ' || by || ' ' || coalesce(string_agg(value, ' '), ''), '-', ' '))
    from jsonb_each_text(body::jsonb - 'run' - 'lastHash')
$$;

alter table ledger
    add column run_id uuid generated always as ((body::jsonb ->> 'run')::uuid) stored,
    add column detector text generated always as (coalesce(body::jsonb ->> 'detector', body::jsonb ->> 'serial')) stored,
    add column cylinder text generated always as (body::jsonb ->> 'cylinder') stored,
    add column corrects bigint generated always as ((body::jsonb ->> 'corrects')::bigint) stored,
    add column words tsvector generated always as (ledger_words(kind, by, body)) stored;

create index ledger_at on ledger (at desc, seq desc);
create index ledger_kind on ledger (kind, at desc, seq desc);
create index ledger_by on ledger (by, at desc, seq desc);
create index ledger_detector on ledger (detector, at desc, seq desc) where detector is not null;
create index ledger_cylinder on ledger (cylinder, at desc, seq desc) where cylinder is not null;
create index ledger_run on ledger (run_id) where run_id is not null;
create index ledger_corrects on ledger (corrects) where corrects is not null;
create index ledger_words on ledger using gin (words);
