-- 10,000 detectors with 40,000 sensors, 500,000 runs with 2,000,000 sensor results, traces for one run in a hundred;
-- made of copies of what the demo has, so that every text has its real length.
\set ON_ERROR_STOP on
set synchronous_commit = off;
-- Rows that the program did not write are noted by no trigger.
set session_replication_role = replica;

create temp table model_detector as
    select distinct on (model) * from detector d where model = 'Quoin 4' and last_strip is not null order by model, serial;

insert into detector (id, serial, asset_tag, model, crew, location, received_on, state_word, usable, state_reason,
        state_valid_through, due_on, due_working, last_strip, last_verdict, last_run_on, version)
    select gen_random_uuid(), 'LD-' || n, 'LT-' || n, m.model, 'Crew ' || n % 40, m.location, m.received_on,
        (array['READY', 'READY', 'READY', 'BUMP_FIRST', 'DUE_SOON', 'DUE', 'OVERDUE'])[1 + n % 7], n % 7 not in (3, 6),
        m.state_reason,
        current_date + 30, current_date + (n % 60), m.due_working, m.last_strip, m.last_verdict,
        current_date - (n % 30), 0
    from generate_series(1, 9936) n, model_detector m;

insert into sensor (id, detector_id, slot, serial, fitted_on, last_good_on, last_good_bump, last_verdict)
    select gen_random_uuid(), d.id, slot, 'LS-' || slot || substr(d.serial, 3), current_date - 400, current_date - 20,
        current_date - substr(d.serial, 4)::int % 3, 'PASS'
    from detector d, generate_series(1, 4) slot where d.serial like 'LD-%';

create temp table model_run as
    select r.* from run r join detector d on d.id = r.detector_id
    where d.model = 'Quoin 4' and r.job = 'CALIBRATION' and r.strip is not null limit 1;

insert into run (id, detector_id, job, source, time_scale, technician, phase, model, card_version, policy_version,
        started_at, ended_at, ended_on, verdict, strip, asks_for, last_seq, last_hash, batches)
    select gen_random_uuid(), d.id, case when n % 2 = 0 then 'CALIBRATION' else 'BUMP' end, m.source, 1,
        (array['Una Haldane', 'Brand Osk', 'Marit Voe', 'Jon Rask'])[1 + n % 4],
        'SIGNED', m.model, m.card_version, m.policy_version, now() - n * interval '15 days',
        now() - n * interval '15 days' + interval '14 minutes', current_date - n * 15, m.verdict, m.strip, 'DONE', 20,
        m.last_hash, 0
    from detector d, generate_series(1, 50) n, model_run m where d.serial like 'LD-%';

-- Their entries in the ledger, as long as real ones but without a chain.
insert into ledger (seq, at, kind, by, body, prev_hash, hash)
    select (select max(seq) from ledger) + row_number() over (order by r.ended_at), r.ended_at, 'run-signed', r.technician,
        json_build_object('run', r.id, 'detector', d.serial, 'job', lower(r.job), 'crew', d.crew, 'cylinder',
            'LC-' || substr(d.serial, 4)::int % 5000, 'verdict', 'pass', 'lastHash', r.last_hash, 'remark',
            case when substr(d.serial, 4)::int % 997 = 0 then 'filter was wet, changed before gas' else '' end)::text,
        repeat('0', 64), repeat('0', 64)
    from run r join detector d on d.id = r.detector_id where d.serial like 'LD-%';

insert into sensor_result (id, run_id, sensor_id, stage, verdict, reading, expected, response_percent, t90_seconds, on_day)
    select gen_random_uuid(), r.id, s.id, 'SPAN', 'PASS', 78, 80, 97.5, 24, r.ended_on
    from run r join sensor s on s.detector_id = r.detector_id
    where s.serial like 'LS-%' limit 2000000;

create temp table model_trace as select body, hash from trace order by length(body) desc limit 1;
insert into trace (run_id, seq, slot, body, hash)
    select r.id, 9, slot, t.body, t.hash
    from (select run.id from run join detector d on d.id = run.detector_id where d.serial like 'LD-%' order by run.id
            limit 5000) r, generate_series(1, 4) slot, model_trace t;

-- 5,000 cylinders, copies of what the demo has on its shelf.
create temp table model_cylinder as
    select row_number() over (order by tag) - 1 as place, count(*) over () as all_of_them, * from cylinder;
insert into cylinder (id, tag, certificate_number, lot, balance, made_on, use_before, volume_litres, full_bar, gauge_bar, state)
    select gen_random_uuid(), 'LC-' || n, certificate_number, 'LL-' || n % 200, balance, made_on,
        use_before + (n % 300), volume_litres, full_bar, gauge_bar, state
    from generate_series(1, 5000) n join model_cylinder m on m.place = n % m.all_of_them;
insert into cylinder_component (cylinder_id, position, gas_id, amount, unit, relative_uncertainty, states_two)
    select c.id, p.position, p.gas_id, p.amount, p.unit, p.relative_uncertainty, p.states_two
    from cylinder c join model_cylinder m on m.place = substr(c.tag, 4)::int % m.all_of_them
    join cylinder_component p on p.cylinder_id = m.id where c.tag like 'LC-%';
insert into gauge_reading (id, cylinder_id, at, bar, by)
    select gen_random_uuid(), id, now(), gauge_bar, 'load' from cylinder where tag like 'LC-%';
analyze;
