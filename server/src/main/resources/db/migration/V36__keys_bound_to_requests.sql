-- Method, address and hash of the body that a key was used for; empty on keys of before.
alter table idempotent_answer add column request text not null default '';
