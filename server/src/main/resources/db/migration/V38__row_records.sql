-- What the rows that decide anything looked like after every change: one chain, only added to. Whoever changes such a row
-- behind the program's back leaves it other than the chain says; and when the program writes it again, "was", the SHA-256 of
-- what it found, is not that of what it had left.

create table row_record (
    seq       bigint primary key,
    at        timestamptz not null,
    kind      text not null,
    key       text not null,
    was       text,
    body      text,
    prev_hash text not null,
    hash      text not null
);
create index row_record_newest on row_record (kind, key, seq desc);

create trigger row_record_append_only before update or delete or truncate on row_record
    for each statement execute function never_changed();

-- What a transaction has changed; the program chains it just before the commit, and takes it out of here.
create unlogged table touched (
    tx   xid8 not null,
    n    bigint generated always as identity,
    kind text not null,
    key  text not null,
    was  text,
    body text
);
create index touched_tx on touched (tx);

-- A row as it goes on record: without what decides nothing, and with digests in place of secrets.
create function recorded_body(row_body jsonb, left_out text[], digested text[], only_if text) returns jsonb
    language plpgsql immutable as $$
declare
    body jsonb := row_body - left_out;
    secret text;
begin
    if only_if <> '' and not (row_body ->> only_if)::boolean then
        return null;
    end if;
    foreach secret in array digested loop
        body := body || jsonb_build_object(secret, encode(sha256(convert_to(row_body ->> secret, 'UTF8')), 'hex'));
    end loop;
    return body;
end $$;

create function digest_of(body jsonb) returns text language sql immutable as $$
    select encode(sha256(convert_to(body::text, 'UTF8')), 'hex')
$$;

create function recorded_key(row_body jsonb, key_columns text[]) returns text language sql immutable as $$
    select jsonb_agg(row_body -> name order by n)::text from unnest(key_columns) with ordinality as k (name, n)
$$;

-- Its arguments: columns of the key, left out, digested, with commas between; and the column that a row must have.
create function note_touched() returns trigger language plpgsql set timezone = 'UTC' as $$
declare
    key_columns text[] := string_to_array(tg_argv[0], ',');
    left_out text[] := string_to_array(tg_argv[1], ',');
    digested text[] := string_to_array(tg_argv[2], ',');
    before jsonb;
    after jsonb;
begin
    if tg_op <> 'INSERT' then
        before := recorded_body(to_jsonb(old), left_out, digested, tg_argv[3]);
    end if;
    if tg_op <> 'DELETE' then
        after := recorded_body(to_jsonb(new), left_out, digested, tg_argv[3]);
    end if;
    if before is not distinct from after then
        return null;
    end if;
    if before is not null
            and (after is null or recorded_key(before, key_columns) <> recorded_key(after, key_columns)) then
        insert into touched (tx, kind, key, was)
            values (pg_current_xact_id(), tg_table_name, recorded_key(before, key_columns), digest_of(before));
        before := null;
    end if;
    if after is not null then
        insert into touched (tx, kind, key, was, body)
            values (pg_current_xact_id(), tg_table_name, recorded_key(after, key_columns), digest_of(before), after::text);
    end if;
    return null;
end $$;

-- Puts a table on record, with all that it holds. A later change of a recorded table's columns calls it again; then what
-- stands there is taken to be what was on record.
create function put_on_record(name text, key_columns text, left_out text default '', digested text default '',
        only_if text default '') returns void language plpgsql set timezone = 'UTC' as $$
begin
    execute format('drop trigger if exists note_touched on %I', name);
    execute format('create trigger note_touched after insert or update or delete on %I for each row'
        || ' execute function note_touched(%L, %L, %L, %L)', name, key_columns, left_out, digested, only_if);
    execute format('insert into touched (tx, kind, key, was, body)'
        || ' select pg_current_xact_id(), %1$L, key, (select digest_of(r.body::jsonb) from row_record r'
        || '   where r.kind = %1$L and r.key = b.key order by seq desc limit 1), body::text from ('
        || '   select recorded_key(body, string_to_array(%2$L, '','')) as key, body from ('
        || '     select recorded_body(to_jsonb(t), string_to_array(%3$L, '',''), string_to_array(%4$L, '',''), %5$L) as body'
        || '     from %1$I t) a where body is not null) b', name, key_columns, left_out, digested, only_if);
end $$;

select put_on_record('bench_rig', 'name');
select put_on_record('calibration_certificate', 'number');
select put_on_record('care_done', 'id');
select put_on_record('competence', 'person_id,name');
select put_on_record('cylinder', 'id', 'version');
select put_on_record('cylinder_certificate', 'id', 'content');
select put_on_record('cylinder_change', 'id');
select put_on_record('cylinder_comparison', 'id');
select put_on_record('cylinder_component', 'cylinder_id,position');
select put_on_record('cylinder_hold', 'id');
select put_on_record('detector', 'id', 'version,last_strip');
select put_on_record('due_trigger', 'id');
select put_on_record('equipment', 'id');
select put_on_record('equipment_check', 'id');
select put_on_record('gas_draw', 'run_id,cylinder_id');
select put_on_record('gauge_reading', 'id');
select put_on_record('hold', 'id');
select put_on_record('house_policy', 'version');
select put_on_record('interval_decision', 'id');
select put_on_record('link_token', 'id', 'last_seen_at', 'token_hash');
select put_on_record('link_token_detector', 'token_id,detector_id');
select put_on_record('period_in_doubt', 'id');
select put_on_record('person', 'id', 'pin_failures', 'password_hash,pin_hash');
select put_on_record('plan_job', 'detector_id', 'before_day', '', 'pinned');
select put_on_record('procedure_card', 'model,version');
select put_on_record('recall', 'id');
select put_on_record('recall_cylinder', 'recall_id,cylinder_id');
select put_on_record('recall_detector', 'recall_id,detector_id');
select put_on_record('run', 'id', 'last_seq,last_hash,strip,asks_for,batches,link_run_time,link_heard_at,link_since');
select put_on_record('run_before', 'run_id');
select put_on_record('sensor', 'id');
select put_on_record('sensor_result', 'id');
select put_on_record('trace', 'run_id,seq,slot', 'body');

-- Under rule 2 the hash of an event covers its time, kind, version and sender too, not its text alone.
alter table run_event add column hash_rule int not null default 1 check (hash_rule in (1, 2));
alter table run_event alter column hash_rule set default 2;
