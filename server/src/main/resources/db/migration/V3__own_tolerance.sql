-- How far the checks of one detector may be off, where a lead has set it stricter than card and policy.
alter table detector
    add column tolerance_percent double precision check (tolerance_percent in (5, 10, 15, 20));
