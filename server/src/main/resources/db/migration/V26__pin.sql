-- Somebody signs at the bench with a PIN, where a password is too long for gloves.
alter table person add column pin_hash text;
alter table person add column pin_failures int not null default 0;
