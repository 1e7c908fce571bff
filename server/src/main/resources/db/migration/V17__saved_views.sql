-- Ways of looking at a list that somebody keeps for themselves: the words of its address.
create table saved_view (
    id      uuid primary key,
    person  text not null,
    name    text not null,
    address text not null,
    unique (person, name)
);
