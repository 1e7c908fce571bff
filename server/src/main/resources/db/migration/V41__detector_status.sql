-- A detector can be lost or in repair, and has notes; a sensor's fitting day may be unknown.
alter table detector add column away_reason text check (away_reason in ('IN_REPAIR', 'LOST'));
alter table detector add column away_since date;
alter table detector add column away_remark text not null default '';
alter table detector add column notes text not null default '';
alter table detector add check ((away_reason is null) = (away_since is null));
select put_on_record('detector', 'id', 'version,last_strip');

-- What a table does not say: fitted_on is then the day of the import.
alter table sensor add column fitted_known boolean not null default true;
select put_on_record('sensor', 'id');
