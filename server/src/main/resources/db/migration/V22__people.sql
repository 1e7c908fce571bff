-- Competences end, people leave, and a password that somebody else has seen is good for choosing an own one only.
alter table competence add column until date;
alter table person
    add column left_on            date,
    add column password_temporary boolean not null default false;
