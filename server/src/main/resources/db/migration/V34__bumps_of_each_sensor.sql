-- A card may let bumps of one sensor count longer than those of another, and a bump may be about some sensors only.
alter table sensor add column last_good_bump date;

update sensor s set last_good_bump = d.last_good_bump from detector d where d.id = s.detector_id and s.removed_on is null;

alter table detector drop column last_good_bump;
