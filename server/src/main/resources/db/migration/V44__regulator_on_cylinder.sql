-- The regulator that stays on a cylinder, by its tag; empty: the one that is at hand.
alter table cylinder add column regulator text not null default '';
