-- Whether a detector may be used as it stands is worked out with its state: one that is due by its interval still may on the
-- day itself, one that was made due at once or holds a sensor that nobody has calibrated may not.
alter table detector add column usable boolean not null default false;

update detector d set usable = state_word in ('DUE_SOON', 'READY')
    or (state_word = 'DUE'
        and not exists (select 1 from due_trigger t where t.detector_id = d.id and t.settled_on is null)
        and not exists (select 1 from sensor s where s.detector_id = d.id and s.removed_on is null and not s.disabled
            and s.last_good_on is null));
