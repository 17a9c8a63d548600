-- Up Migration
-- What a stranger, a second phone or a second server may not do. Functions that reach what belongs to no practice's rows
-- stand in a schema of their own, with every name qualified and the temporary schema last; scripts in migrate.ts give
-- them to the role gryn_keeper, which is no superuser and cannot sign in.

revoke create on schema public from public;

-- accounts: head coach or coach, an optional second factor (the last step used, so that a code works once)
alter table account add column role text not null default 'head' check (role in ('head', 'coach'));
alter table account add column factor_secret text;
alter table account add column factor_step bigint not null default 0;

-- a session belongs to an account, ends when unused and at a fixed moment whatever happens
delete from session;
alter table session
  add column account_id uuid not null references account on delete cascade,
  add column started_at timestamptz not null default now(),
  add column seen_at timestamptz not null default now(),
  add column ends_at timestamptz not null,
  add column device text not null default '';
create index session_account on session (account_id);

-- a one-time link to join a practice, or (without a practice) to make one
create table invitation (
  token_hash text primary key,
  practice_id uuid references practice,
  role text not null check (role in ('head', 'coach')),
  invited_by text not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  used_at timestamptz
);

-- hits of a limit in its window, shared by all servers
create table attempt (
  key text primary key,
  hits int not null,
  resets_at timestamptz not null
);

-- one open link a client
update client_link l set revoked_at = now()
  where revoked_at is null and exists (select 1 from client_link n where n.practice_id = l.practice_id and n.client_id = l.client_id and n.revoked_at is null and (n.created_at, n.token_hash) > (l.created_at, l.token_hash));
create unique index client_link_open on client_link (practice_id, client_id) where revoked_at is null;

-- one program a client and block; those that a race made beside it are later blocks
-- (an owner that is no superuser would see no practice at all)
alter table program add column block int not null default 1;
alter table practice no force row level security;
do $$
declare p record;
begin
  for p in select practice_id from practice loop
    perform set_config('gryn.practice_id', p.practice_id::text, true);
    update program x set block = n.block from (select practice_id, id, row_number() over (partition by practice_id, client_id order by created_at, id) as block from program) n
      where n.practice_id = x.practice_id and n.id = x.id;
    insert into program (practice_id, id, client_id, document)
      select c.practice_id, made.id, c.id, jsonb_build_object('format', 'gryn-program', 'version', 2, 'id', made.id, 'clientId', c.id, 'name', 'First block', 'days',
        (select jsonb_agg(jsonb_build_object('id', gen_random_uuid(), 'name', 'Day ' || d, 'blocks', '[]'::jsonb)) from generate_series(1, coalesce((c.body->>'daysPerWeek')::int, 3)) d))
      from client c cross join lateral (select gen_random_uuid() as id, c.id as of) made
      where not exists (select 1 from program x where x.practice_id = c.practice_id and x.client_id = c.id);
  end loop;
  perform set_config('gryn.practice_id', '', true);
end $$;
alter table practice force row level security;
drop index program_client;
create unique index program_block on program (practice_id, client_id, block);

-- what an edit touched when it was made, so that later ones are judged against it
alter table program_edit add column touches jsonb;

-- two corrections with one number from two phones are two rows
alter table entry add column digest text not null default '';
alter table entry drop constraint entry_pkey, add primary key (practice_id, id, revision, digest);
alter table report add column digest text not null default '';
alter table report drop constraint report_pkey, add primary key (practice_id, id, revision, digest);
create index entry_received on entry (practice_id, client_id, received_at);
create index report_received on report (practice_id, client_id, received_at);

-- loads that a client can well have lifted, by prescription, as the engine last worked them out
create table load_bound (
  practice_id uuid not null,
  client_id uuid not null,
  body jsonb not null,
  at timestamptz not null default now(),
  primary key (practice_id, client_id),
  foreign key (practice_id, client_id) references client
);
alter table load_bound enable row level security;
alter table load_bound force row level security;
create policy own_practice on load_bound
  using (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid)
  with check (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid);

create index audit_time on audit (practice_id, at desc);
create index audit_client on audit (practice_id, client_id, at desc);

drop function gryn_link, gryn_session, gryn_sign_in;
create schema gryn;

create function gryn.mine() returns uuid
language plpgsql stable set search_path = pg_catalog, pg_temp as $$
declare practice uuid := nullif(current_setting('gryn.practice_id', true), '')::uuid;
begin
  if practice is null then raise exception 'no practice set'; end if;
  return practice;
end $$;

create function gryn.sign_in(given_email text) returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select jsonb_build_object('id', a.id, 'practiceId', a.practice_id, 'name', a.name, 'role', a.role, 'passwordHash', a.password_hash, 'factorSecret', a.factor_secret)
  from public.account a where lower(a.email) = lower(given_email)
$$;

-- true once for a step: a code that was seen over a shoulder is worth nothing
create function gryn.factor_used(of_account uuid, step bigint) returns boolean
language sql security definer set search_path = pg_catalog, pg_temp as $$
  with used as (update public.account set factor_step = step where id = of_account and factor_step < step returning 1) select exists (select 1 from used)
$$;

create function gryn.session_start(session_id text, of_account uuid, session_data jsonb, idle interval, longest interval, on_device text) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.session where expires_at < now() or ends_at < now();
  insert into public.session (id, account_id, data, expires_at, ends_at, device) values (session_id, of_account, session_data, least(now() + idle, now() + longest), now() + longest, on_device);
$$;

-- who it is comes from the account as it is now; a session in use is prolonged, but not at every request
create function gryn.session_read(session_id text, idle interval) returns jsonb
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare
  s public.session;
  a public.account;
begin
  select * into s from public.session where id = session_id and expires_at > now() and ends_at > now();
  if s.id is null then return null; end if;
  select * into a from public.account where id = s.account_id;
  if s.seen_at < now() - interval '10 minutes' or s.expires_at < now() + idle - interval '10 minutes' then
    update public.session set seen_at = now(), expires_at = least(now() + idle, ends_at) where id = session_id;
  end if;
  return s.data || jsonb_build_object('coach', jsonb_build_object('accountId', a.id, 'practiceId', a.practice_id, 'name', a.name, 'role', a.role));
end $$;

-- changes one that is there: what was signed out stays signed out, whatever was still under way
create function gryn.session_write(session_id text, session_data jsonb) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  update public.session set data = session_data where id = session_id
$$;

create function gryn.session_end(session_id text) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.session where id = session_id
$$;

create function gryn.sessions(of_account uuid) returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select coalesce(jsonb_agg(jsonb_build_object('id', s.id, 'startedAt', s.started_at, 'seenAt', s.seen_at, 'device', s.device) order by s.seen_at desc), '[]'::jsonb)
  from public.session s join public.account a on a.id = s.account_id where a.id = of_account and a.practice_id = gryn.mine() and s.expires_at > now() and s.ends_at > now()
$$;

-- one session of an account, or with null all but one
create function gryn.sessions_end(of_account uuid, only_id text, keep_id text) returns int
language sql security definer set search_path = pg_catalog, pg_temp as $$
  with ended as (delete from public.session s using public.account a where a.id = s.account_id and a.id = of_account and a.practice_id = gryn.mine() and (only_id is null or s.id = only_id) and s.id is distinct from keep_id returning 1)
  select count(*)::int from ended
$$;

create function gryn.people() returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select coalesce(jsonb_agg(jsonb_build_object('id', id, 'name', name, 'email', email, 'role', role, 'factor', factor_secret is not null, 'since', created_at) order by name), '[]'::jsonb)
  from public.account where practice_id = gryn.mine()
$$;

-- the practice's row is held meanwhile, so that two head coaches cannot remove each other at once
create function gryn.account_change(of_account uuid, act text, value text default null) returns text
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare a public.account;
begin
  perform 1 from public.practice where practice_id = gryn.mine() for update;
  select * into a from public.account where id = of_account and practice_id = gryn.mine();
  if a.id is null then return 'unknown'; end if;
  if a.role = 'head' and (act = 'remove' or (act = 'role' and value <> 'head')) and not exists (select 1 from public.account where practice_id = gryn.mine() and role = 'head' and id <> of_account) then return 'last head'; end if;
  case act
    when 'remove' then delete from public.account where id = of_account;
    when 'role' then update public.account set role = value where id = of_account;
    when 'password' then update public.account set password_hash = value where id = of_account;
    when 'factor' then update public.account set factor_secret = value, factor_step = 0 where id = of_account;
    else raise exception 'unknown change %', act;
  end case;
  return 'done';
end $$;

create function gryn.account_secrets(of_account uuid) returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select jsonb_build_object('passwordHash', password_hash, 'factorSecret', factor_secret, 'email', email) from public.account where id = of_account and practice_id = gryn.mine()
$$;

create function gryn.invite(given_hash text, as_role text, by_name text, valid interval) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.invitation where expires_at < now();
  insert into public.invitation (token_hash, practice_id, role, invited_by, expires_at) values (given_hash, gryn.mine(), as_role, by_name, now() + valid)
$$;

create function gryn.invitations() returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select coalesce(jsonb_agg(jsonb_build_object('id', left(token_hash, 16), 'role', role, 'by', invited_by, 'expiresAt', expires_at) order by created_at), '[]'::jsonb)
  from public.invitation where practice_id = gryn.mine() and used_at is null and expires_at > now()
$$;

create function gryn.invitation_withdraw(id text) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.invitation where practice_id = gryn.mine() and left(token_hash, 16) = id
$$;

create function gryn.invitation_look(given_hash text) returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select jsonb_build_object('role', i.role, 'practice', i.practice_id is null, 'state', case when i.used_at is not null then 'used' when i.expires_at < now() then 'expired' else 'open' end)
  from public.invitation i where i.token_hash = given_hash
$$;

-- once: the row is held while the account is made. A taken e-mail address leaves the invitation open.
create function gryn.invitation_use(given_hash text, of_account uuid, given_email text, given_name text, given_password text, new_practice uuid, new_name text) returns text
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare
  i public.invitation;
  practice uuid;
begin
  select * into i from public.invitation where token_hash = given_hash for update;
  if i.token_hash is null then return 'unknown'; end if;
  if i.used_at is not null then return 'used'; end if;
  if i.expires_at < now() then return 'expired'; end if;
  if exists (select 1 from public.account where lower(email) = lower(given_email)) then return 'taken'; end if;
  practice := coalesce(i.practice_id, new_practice);
  perform set_config('gryn.practice_id', practice::text, true);
  if i.practice_id is null then insert into public.practice (practice_id, name) values (new_practice, new_name); end if;
  insert into public.account (id, practice_id, email, name, password_hash, role) values (of_account, practice, given_email, given_name, given_password, i.role);
  update public.invitation set used_at = now() where token_hash = given_hash;
  return 'done';
end $$;

create function gryn.hit(given_key text, window_length interval) returns jsonb
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.attempt where resets_at < now() - interval '1 hour';
  insert into public.attempt as t (key, hits, resets_at) values (given_key, 1, now() + window_length)
    on conflict (key) do update set hits = case when t.resets_at < now() then 1 else t.hits + 1 end, resets_at = case when t.resets_at < now() then excluded.resets_at else t.resets_at end
    returning jsonb_build_object('hits', hits, 'resetsAt', resets_at)
$$;

create function gryn.unhit(given_key text, all_of_it boolean) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  update public.attempt set hits = case when all_of_it then 0 else greatest(0, hits - 1) end where key = given_key
$$;

-- the client's row is held, so that two links made at once are one after the other
create function gryn.link_make(given_hash text, for_client uuid, valid interval) returns void
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
begin
  perform 1 from public.client where practice_id = gryn.mine() and id = for_client for update;
  update public.client_link set revoked_at = now() where practice_id = gryn.mine() and client_id = for_client and revoked_at is null;
  insert into public.client_link (token_hash, practice_id, client_id, expires_at) values (given_hash, gryn.mine(), for_client, now() + valid);
end $$;

create function gryn.link_revoke(for_client uuid) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  update public.client_link set revoked_at = now() where practice_id = gryn.mine() and client_id = for_client and revoked_at is null
$$;

create function gryn.links(for_client uuid) returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select coalesce(jsonb_agg(jsonb_build_object('createdAt', created_at, 'expiresAt', expires_at, 'openedAt', opened_at, 'revokedAt', revoked_at) order by created_at desc), '[]'::jsonb)
  from public.client_link where practice_id = gryn.mine() and client_id = for_client
$$;

-- knows nothing but the hash
create function gryn.link_check(given_hash text, opening boolean) returns jsonb
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare l public.client_link;
begin
  select * into l from public.client_link where token_hash = given_hash;
  if l.token_hash is null then return null; end if;
  if opening and l.revoked_at is null and l.opened_at is null then update public.client_link set opened_at = now() where token_hash = given_hash; end if;
  return jsonb_build_object('practiceId', l.practice_id, 'clientId', l.client_id, 'state', case when l.revoked_at is not null then 'revoked' when l.expires_at < now() then 'expired' else 'open' end);
end $$;

-- everything of one client but the audit, whose rows then name nobody
create function gryn.erase_client(of_client uuid) returns boolean
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare practice uuid := gryn.mine();
begin
  perform 1 from public.client where practice_id = practice and id = of_client for update;
  if not found then return false; end if;
  delete from public.load_bound where practice_id = practice and client_id = of_client;
  delete from public.report where practice_id = practice and client_id = of_client;
  delete from public.entry where practice_id = practice and client_id = of_client;
  delete from public.hand_over where practice_id = practice and client_id = of_client;
  delete from public.program_edit e using public.program p where p.practice_id = practice and p.client_id = of_client and e.practice_id = practice and e.program_id = p.id;
  delete from public.program where practice_id = practice and client_id = of_client;
  delete from public.client_link where practice_id = practice and client_id = of_client;
  delete from public.client where practice_id = practice and id = of_client;
  return true;
end $$;

-- Down Migration
select 1 / 0 as "there is no way back from here: restore a backup";
