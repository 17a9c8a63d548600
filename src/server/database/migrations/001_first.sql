-- Up Migration
-- Everything a practice owns carries practice_id, first in its keys; row-level security is forced on it.
-- Not owned by a practice: sign-in accounts, sessions, link-token hashes. The app's role has no rights on those;
-- it reaches them through three functions only.

create table practice (
  practice_id uuid primary key,
  name text not null,
  created_at timestamptz not null default now()
);

create table account (
  id uuid primary key,
  practice_id uuid not null references practice,
  email text not null,
  name text not null,
  password_hash text not null,
  created_at timestamptz not null default now()
);
create unique index account_email on account (lower(email));

create table session (
  id text primary key,
  data jsonb not null,
  expires_at timestamptz not null
);
create index session_expiry on session (expires_at);

create table client_link (
  token_hash text primary key,
  practice_id uuid not null,
  client_id uuid not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  opened_at timestamptz,
  revoked_at timestamptz
);
create index client_link_client on client_link (practice_id, client_id);

create table client (
  practice_id uuid not null references practice,
  id uuid not null,
  revision int not null default 1,
  name text not null,
  body jsonb not null,
  created_at timestamptz not null default now(),
  primary key (practice_id, id)
);

create table program (
  practice_id uuid not null,
  id uuid not null,
  client_id uuid not null,
  version int not null default 0,
  document jsonb not null,
  created_at timestamptz not null default now(),
  primary key (practice_id, id),
  foreign key (practice_id, client_id) references client
);
create index program_client on program (practice_id, client_id);

create table program_edit (
  practice_id uuid not null,
  program_id uuid not null,
  version int not null,
  edit_id uuid not null,
  operation jsonb not null,
  before jsonb not null,
  account_id uuid not null,
  account_name text not null,
  at timestamptz not null default now(),
  primary key (practice_id, program_id, version),
  unique (practice_id, program_id, edit_id),
  foreign key (practice_id, program_id) references program
);

create table hand_over (
  practice_id uuid not null,
  id uuid not null,
  client_id uuid not null,
  program_id uuid not null,
  program_version int not null,
  number int not null,
  snapshot jsonb not null,
  account_id uuid not null,
  at timestamptz not null default now(),
  primary key (practice_id, id),
  unique (practice_id, program_id, number),
  foreign key (practice_id, program_id) references program
);
create index hand_over_client on hand_over (practice_id, client_id, at desc);

create table entry (
  practice_id uuid not null,
  id uuid not null,
  revision int not null,
  client_id uuid not null,
  prescription_id uuid not null,
  local_date date not null,
  at timestamptz not null,
  body jsonb not null,
  received_at timestamptz not null default now(),
  primary key (practice_id, id, revision),
  foreign key (practice_id, client_id) references client
);
create index entry_client on entry (practice_id, client_id, at);

create table report (
  practice_id uuid not null,
  id uuid not null,
  revision int not null,
  client_id uuid not null,
  prescription_id uuid not null,
  local_date date not null,
  at timestamptz not null,
  body jsonb not null,
  received_at timestamptz not null default now(),
  primary key (practice_id, id, revision),
  foreign key (practice_id, client_id) references client
);
create index report_client on report (practice_id, client_id, at);

-- who saw and who changed what about a client; no health data in it
create table audit (
  practice_id uuid not null,
  id bigint generated always as identity,
  at timestamptz not null default now(),
  actor text not null,
  action text not null,
  client_id uuid,
  primary key (practice_id, id)
);

do $$
declare t text;
begin
  foreach t in array array['practice', 'client', 'program', 'program_edit', 'hand_over', 'entry', 'report', 'audit'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format($p$create policy own_practice on %I
      using (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid)
      with check (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid)$p$, t);
  end loop;
end $$;

create function gryn_sign_in(given_email text)
returns table (id uuid, practice_id uuid, name text, email text, password_hash text)
language sql security definer set search_path = public stable as $$
  select a.id, a.practice_id, a.name, a.email, a.password_hash from account a where lower(a.email) = lower(given_email)
$$;

create function gryn_session(operation text, session_id text, new_data jsonb default null, new_expiry timestamptz default null)
returns jsonb
language plpgsql security definer set search_path = public as $$
declare found jsonb;
begin
  if operation = 'read' then
    select data into found from session where id = session_id and expires_at > now();
    return found;
  elsif operation = 'write' then
    delete from session where expires_at < now() - interval '1 day';
    insert into session (id, data, expires_at) values (session_id, new_data, new_expiry)
      on conflict (id) do update set data = excluded.data, expires_at = excluded.expires_at;
  elsif operation = 'end' then
    delete from session where id = session_id;
  else
    raise exception 'unknown session operation %', operation;
  end if;
  return null;
end $$;

-- 'make' and 'revoke' act within the practice of the running transaction only; 'open' and 'check' know nothing but the hash
create function gryn_link(operation text, given_hash text default null, for_client uuid default null, until timestamptz default null)
returns jsonb
language plpgsql security definer set search_path = public as $$
declare
  mine uuid := nullif(current_setting('gryn.practice_id', true), '')::uuid;
  l client_link;
begin
  if operation = 'make' then
    if mine is null then raise exception 'no practice set'; end if;
    insert into client_link (token_hash, practice_id, client_id, expires_at) values (given_hash, mine, for_client, until);
    return null;
  elsif operation = 'revoke' then
    if mine is null then raise exception 'no practice set'; end if;
    update client_link set revoked_at = now() where practice_id = mine and client_id = for_client and revoked_at is null;
    return null;
  elsif operation = 'list' then
    if mine is null then raise exception 'no practice set'; end if;
    return (select coalesce(jsonb_agg(jsonb_build_object('createdAt', created_at, 'expiresAt', expires_at, 'openedAt', opened_at, 'revokedAt', revoked_at) order by created_at desc), '[]'::jsonb)
      from client_link where practice_id = mine and client_id = for_client);
  elsif operation in ('open', 'check') then
    select * into l from client_link where token_hash = given_hash;
    if l.token_hash is null then return null; end if;
    if operation = 'open' and l.revoked_at is null then update client_link set opened_at = coalesce(opened_at, now()) where token_hash = given_hash; end if;
    return jsonb_build_object('practiceId', l.practice_id, 'clientId', l.client_id, 'state', case when l.revoked_at is not null then 'revoked' when l.expires_at < now() then 'expired' else 'open' end);
  end if;
  raise exception 'unknown link operation %', operation;
end $$;

-- Down Migration
drop function gryn_link, gryn_session, gryn_sign_in;
drop table audit, report, entry, hand_over, program_edit, program, client, client_link, session, account, practice;
