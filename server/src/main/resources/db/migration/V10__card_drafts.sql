-- A card being written: one draft per model, kept as it was typed, valid or not, until it is published or dropped.
create table card_draft (
    model    text primary key check (model <> ''),
    based_on int not null check (based_on >= 0),
    body     text not null,
    edit     int not null check (edit >= 1),
    saved_at timestamptz not null,
    saved_by text not null
);
