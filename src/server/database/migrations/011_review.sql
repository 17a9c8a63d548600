-- Up Migration
-- What the log of a client says, kept as of a mark; tests of one change; and why an edit was declined.

-- worked out from the log; may be thrown away at any time
create table review (
  practice_id uuid not null,
  client_id uuid not null,
  mark bigint not null,
  -- of what worked it out: another one is not believed
  version int not null,
  -- local date it was made for
  today date not null,
  body jsonb not null,
  primary key (practice_id, client_id),
  foreign key (practice_id, client_id) references client on delete cascade
);

create table experiment (
  practice_id uuid not null,
  id uuid not null,
  client_id uuid not null,
  body jsonb not null,
  account_name text not null,
  at timestamptz not null default now(),
  ended_at timestamptz,
  primary key (practice_id, id),
  foreign key (practice_id, client_id) references client on delete cascade
);
create index experiment_client on experiment (practice_id, client_id, at);

select gryn.tenant('review');
select gryn.tenant('experiment');

alter table decision add column reason text;

-- Down Migration
