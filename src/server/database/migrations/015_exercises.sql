-- Up Migration
-- Exercises of a practice's own, with every version there was: a week that was planned with one keeps reading it.

create table exercise (
  practice_id uuid not null references practice,
  id text not null check (id ~ '^own-[a-p]{32}$'),
  revision int not null default 1,
  name text not null,
  body jsonb not null,
  -- null: everybody of the practice may choose it
  owner_id uuid,
  withdrawn boolean not null default false,
  account_name text not null,
  at timestamptz not null default now(),
  primary key (practice_id, id)
);
select gryn.tenant('exercise');

create table exercise_version (
  practice_id uuid not null,
  exercise_id text not null,
  revision int not null,
  body jsonb not null,
  account_name text not null,
  at timestamptz not null default now(),
  primary key (practice_id, exercise_id, revision),
  foreign key (practice_id, exercise_id) references exercise on delete cascade
);
select gryn.tenant('exercise_version');

-- Down Migration
drop table exercise_version;
drop table exercise;
