-- Up Migration
-- The desk: a mark a client that changes with anything of the client's, how the client stands as of a mark, and what
-- coaches have decided.

create table client_mark (
  practice_id uuid not null,
  client_id uuid not null,
  mark bigint not null default 1,
  primary key (practice_id, client_id),
  foreign key (practice_id, client_id) references client on delete cascade
);

-- worked out from the log; may be thrown away at any time
create table standing (
  practice_id uuid not null,
  client_id uuid not null,
  mark bigint not null,
  -- of what worked it out: another one is not believed
  version int not null,
  body jsonb not null,
  primary key (practice_id, client_id),
  foreign key (practice_id, client_id) references client on delete cascade
);

create table decision (
  practice_id uuid not null,
  id uuid not null,
  client_id uuid not null,
  need text not null,
  act text not null check (act in ('done', 'later')),
  until date,
  account_name text not null,
  at timestamptz not null default now(),
  primary key (practice_id, id),
  foreign key (practice_id, client_id) references client on delete cascade
);
create index decision_client on decision (practice_id, client_id, at);

select gryn.tenant('client_mark');
select gryn.tenant('standing');
select gryn.tenant('decision');

-- whoever listens learns that something of a practice has changed, and nothing of what
create function gryn.marked() returns trigger
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  perform pg_notify('gryn_job', 'practice ' || new.practice_id);
  return null;
end $$;
create trigger client_marked after insert or update on client_mark for each row execute function gryn.marked();

create function gryn.mark_clients() returns trigger
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  insert into public.client_mark (practice_id, client_id)
    select distinct practice_id, client_id from changed order by 1, 2
    on conflict (practice_id, client_id) do update set mark = client_mark.mark + 1;
  return null;
end $$;

create function gryn.mark_client() returns trigger
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  insert into public.client_mark (practice_id, client_id) values (new.practice_id, new.id)
    on conflict (practice_id, client_id) do update set mark = client_mark.mark + 1;
  return null;
end $$;

-- clients of before: whoever migrates need not be above row security
alter table client no force row level security;
alter table client_mark no force row level security;
insert into client_mark (practice_id, client_id) select practice_id, id from client;
alter table client force row level security;
alter table client_mark force row level security;

-- the link of each client that is open, or was last
create function gryn.newest_links() returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select coalesce(jsonb_object_agg(client_id, jsonb_build_object('expiresAt', expires_at, 'openedAt', opened_at)), '{}'::jsonb)
  from (select distinct on (client_id) client_id, expires_at, opened_at from public.client_link
    where practice_id = gryn.mine() and revoked_at is null order by client_id, created_at desc) newest
$$;

-- how recovered a client is, once a week; every revision as it came
create table check_in (
  practice_id uuid not null,
  id uuid not null,
  revision int not null,
  digest text not null,
  client_id uuid not null,
  local_date date not null,
  at timestamptz not null,
  body jsonb not null,
  format int not null,
  received_at timestamptz not null default now(),
  primary key (practice_id, id, revision, digest),
  foreign key (practice_id, client_id) references client on delete cascade
);
create index check_in_client on check_in (practice_id, client_id, received_at);
select gryn.tenant('check_in');

-- what a saved form changed about a client: the field, what it was, what it is
create table client_change (
  practice_id uuid not null,
  client_id uuid not null,
  revision int not null,
  changes jsonb not null,
  account_name text not null,
  at timestamptz not null default now(),
  primary key (practice_id, client_id, revision),
  foreign key (practice_id, client_id) references client on delete cascade
);
select gryn.tenant('client_change');

-- where clients of a practice train: equipment that is said once
create table place (
  practice_id uuid not null references practice,
  id uuid not null,
  revision int not null default 1,
  name text not null,
  body jsonb not null,
  primary key (practice_id, id)
);
select gryn.tenant('place');
-- whoever trains there is looked at anew
create function gryn.mark_place() returns trigger
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  update public.client_mark m set mark = m.mark + 1 from public.client c
    where c.practice_id = new.practice_id and c.body->>'place' = new.id::text
      and m.practice_id = c.practice_id and m.client_id = c.id;
  return null;
end $$;
create trigger place_changed after update on place for each row execute function gryn.mark_place();

-- an address that a calendar asks again and again, without a cookie; only its hash is kept, one a client
create table calendar_link (
  token_hash text primary key,
  practice_id uuid not null,
  client_id uuid not null,
  made_at timestamptz not null default now(),
  foreign key (practice_id, client_id) references client on delete cascade
);
create unique index calendar_link_client on calendar_link (practice_id, client_id);

create function gryn.calendar_make(given_hash text, for_client uuid) returns void
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
begin
  perform 1 from public.client where practice_id = gryn.mine() and id = for_client for update;
  delete from public.calendar_link where practice_id = gryn.mine() and client_id = for_client;
  insert into public.calendar_link (token_hash, practice_id, client_id) values (given_hash, gryn.mine(), for_client);
end $$;

create function gryn.calendar_revoke(for_client uuid) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.calendar_link where practice_id = gryn.mine() and client_id = for_client
$$;

-- knows nothing but the hash
create function gryn.calendar_check(given_hash text) returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select jsonb_build_object('practiceId', practice_id, 'clientId', client_id) from public.calendar_link where token_hash = given_hash
$$;

create trigger client_changed after insert or update on client for each row execute function gryn.mark_client();
do $$
declare t text;
begin
  foreach t in array array['entry', 'report', 'hand_over', 'load_bound', 'program', 'decision', 'check_in'] loop
    execute format('create trigger %I after insert on %I referencing new table as changed
      for each statement execute function gryn.mark_clients()', t || '_marks', t);
  end loop;
  foreach t in array array['load_bound', 'program'] loop
    execute format('create trigger %I after update on %I referencing new table as changed
      for each statement execute function gryn.mark_clients()', t || '_marks_too', t);
  end loop;
end $$;

-- Down Migration
