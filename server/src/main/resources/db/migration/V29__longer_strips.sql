-- A card may have forty steps, and each application of gas draws two stretches of a strip.
alter table run drop constraint run_strip_check;
alter table run add constraint run_strip_check check (octet_length(strip) <= 1000);
