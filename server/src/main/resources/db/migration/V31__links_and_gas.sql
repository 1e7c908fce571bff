-- Since when a run takes its readings over the link, to know how long a gateway has been silent.
alter table run add column link_since timestamptz;
update run set link_since = started_at;
alter table run alter column link_since set not null;

-- When a gateway last showed its token: one that was never or not lately heard serves no detector.
alter table link_token add column last_seen_at timestamptz;
