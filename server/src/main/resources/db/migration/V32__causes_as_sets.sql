-- A detector may be due at once for several reasons, and held for several; each is lifted by its own event.
drop index one_open_trigger;
alter table due_trigger
    add column kind text not null default 'REPORTED'
        check (kind in ('REPORTED', 'BUMP_FAILED', 'CALIBRATION_FAILED', 'RECALL', 'BY_HAND')),
    add column source text not null default '';
update due_trigger t set kind = 'RECALL', source = r.recall_id::text
from recall_detector r where r.trigger_id = t.id;
-- A failed bump made due in the name of its run; the run of that day and detector is the one.
update due_trigger t set kind = 'BUMP_FAILED', source = coalesce((
    select r.id::text from run r
    where r.detector_id = t.detector_id and r.job = 'BUMP' and r.ended_on = t.on_day and r.verdict <> 'PASS'
    order by r.ended_at desc limit 1), '')
where t.cause = 'bump failed';
create unique index one_open_cause on due_trigger (detector_id, kind, source)
    where settled_on is null and source <> '';
create index open_causes on due_trigger (detector_id) where settled_on is null;

drop index one_open_hold;
create index open_holds on hold (detector_id) where released_at is null;

-- Why a cylinder is on hold: by hand, or in the name of a recall. It is back in use when the last of them is lifted.
create table cylinder_hold (
    id          uuid primary key,
    cylinder_id uuid not null references cylinder (id),
    kind        text not null check (kind in ('RECALL', 'BY_HAND')),
    source      text not null default '',
    reason      text not null check (reason <> ''),
    placed_at   timestamptz not null,
    placed_by   text not null,
    -- What it was when it was first held, and becomes again.
    state_before text not null check (state_before in ('NEW', 'IN_USE')),
    lifted_at   timestamptz,
    lifted_by   text,
    check ((lifted_at is null) = (lifted_by is null))
);
create index open_cylinder_holds on cylinder_hold (cylinder_id) where lifted_at is null;

insert into cylinder_hold (id, cylinder_id, kind, source, reason, placed_at, placed_by, state_before)
select gen_random_uuid(), c.id, 'RECALL', r.id::text, 'Recalled: ' || r.reason, r.at, r.by, 'IN_USE'
from cylinder c
    join recall_cylinder rc on rc.cylinder_id = c.id
    join recall r on r.id = rc.recall_id
where c.state = 'ON_HOLD' and r.withdrawn_at is null;
insert into cylinder_hold (id, cylinder_id, kind, source, reason, placed_at, placed_by, state_before)
select gen_random_uuid(), c.id, 'BY_HAND', '', coalesce(nullif(c.state_reason, ''), 'on hold'), now(), '', 'IN_USE'
from cylinder c
where c.state = 'ON_HOLD' and not exists (select 1 from cylinder_hold h where h.cylinder_id = c.id);
