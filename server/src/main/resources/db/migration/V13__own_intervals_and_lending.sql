-- A detector's own interval beside its card's; and with whom it is while it is out. The ledger keeps who lent it and when.
alter table detector add column own_interval text;
alter table detector add column lent_to text;
alter table detector add column lent_on date;
alter table detector add column back_by date;
alter table detector add constraint detector_lent_check
    check ((lent_to is null) = (lent_on is null) and (back_by is null or lent_to is not null));
