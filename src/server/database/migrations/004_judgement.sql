-- Up Migration
-- What a practice judges by beside Gryn's own: schools of its own, rows that a coach moved and why, rankings kept.

create table judgement (
  practice_id uuid not null references practice,
  id uuid not null,
  kind text not null check (kind in ('school', 'override', 'ranking')),
  format int not null default 1,
  body jsonb not null,
  -- who may change it: the account, since two people may have one name
  by_account uuid not null,
  by_name text not null,
  at timestamptz not null default now(),
  primary key (practice_id, id)
);
alter table judgement enable row level security;
alter table judgement force row level security;
create policy own_practice on judgement
  using (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid)
  with check (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid);

-- Down Migration
drop table judgement;
