-- Up Migration
-- A practice's own editions: numbers that it judges by instead of ours. One is for good once weeks were planned by it,
-- so that it is withdrawn and never changed.

create table edition (
  practice_id uuid not null references practice,
  id uuid not null,
  -- the one of ours that it changes
  base text not null,
  name text not null,
  changes jsonb not null,
  by_name text not null,
  at timestamptz not null default now(),
  withdrawn_at timestamptz,
  primary key (practice_id, id)
);
select gryn.tenant('edition');

-- Down Migration
drop table edition;
