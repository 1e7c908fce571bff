-- The regulator that stays on a cylinder, by its tag; null: the one that is at hand.
alter table cylinder add column regulator text;
select put_on_record('cylinder', 'id', 'version');
