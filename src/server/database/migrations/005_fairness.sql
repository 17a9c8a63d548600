-- Up Migration
-- Nobody stops the others: jobs that wait for their time and are taken in turn by practice.

alter table job add column due_at timestamptz not null default now();

-- the next job for a worker: of those that are due, or whose worker has not been heard of, of a practice that has not as
-- many at work as it may; first that of the practice whose last job was begun longest ago. One that has worn out its
-- tries fails.
alter table job add column begun_at timestamptz;
create index job_begun on job (practice_id, begun_at desc nulls last);
create or replace function gryn.job_take(of_worker uuid, lease interval, tries int, of_one_practice int) returns jsonb
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare j public.job;
begin
  -- one after the other, so that two workers never see the same practice idle
  perform pg_advisory_xact_lock(7170072);
  update public.job set state = 'failed', error = 'It was begun ' || attempt || ' times and never ended.', ended_at = now()
    where attempt >= tries and (state = 'waiting' or (state = 'running' and leased_until < now()));
  select * into j from public.job w
    where ((w.state = 'waiting' and w.due_at <= now()) or (w.state = 'running' and w.leased_until < now()))
      and (select count(*) from public.job r where r.practice_id = w.practice_id and r.state = 'running' and r.leased_until >= now()) < of_one_practice
    order by (select max(b.begun_at) from public.job b where b.practice_id = w.practice_id) nulls first, w.due_at, w.made_at
    limit 1 for update skip locked;
  if j.id is null then return null; end if;
  update public.job set state = 'running', worker = of_worker, leased_until = now() + lease, attempt = j.attempt + 1, begun_at = now()
    where practice_id = j.practice_id and id = j.id;
  return jsonb_build_object('practiceId', j.practice_id, 'id', j.id, 'clientId', j.client_id, 'kind', j.kind, 'input', j.input, 'attempt', j.attempt + 1);
end $$;

-- what of a week could hurt, as the coach saw it, and why it was handed over all the same
alter table hand_over add column in_spite jsonb;

-- who invited and who made a link: when they are removed, what they opened is closed
alter table invitation add column by_account uuid;
alter table client_link add column made_by uuid;

-- devices that an account has signed in on: strangers who guess do not keep them out
create table device (
  token_hash text primary key,
  account_id uuid not null references account on delete cascade,
  seen_at timestamptz not null default now()
);
create index device_account on device (account_id);
create index session_ends on session (ends_at);
create index attempt_resets on attempt (resets_at);

create function gryn.device_add(given_hash text, of_account uuid) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.device where seen_at < now() - interval '1 year';
  insert into public.device (token_hash, account_id) values (given_hash, of_account)
    on conflict (token_hash) do update set account_id = excluded.account_id, seen_at = now()
$$;

create function gryn.device_known(given_hash text, given_email text) returns boolean
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select exists (select 1 from public.device d join public.account a on a.id = d.account_id where d.token_hash = given_hash and lower(a.email) = lower(given_email))
$$;

drop function gryn.invite(text, text, text, interval);
create function gryn.invite(given_hash text, as_role text, by_name text, by_whom uuid, valid interval) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.invitation where expires_at < now();
  insert into public.invitation (token_hash, practice_id, role, invited_by, by_account, expires_at) values (given_hash, gryn.mine(), as_role, by_name, by_whom, now() + valid)
$$;

drop function gryn.link_make(text, uuid, interval);
create function gryn.link_make(given_hash text, for_client uuid, by_whom uuid, valid interval) returns void
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
begin
  perform 1 from public.client where practice_id = gryn.mine() and id = for_client for update;
  update public.client_link set revoked_at = now() where practice_id = gryn.mine() and client_id = for_client and revoked_at is null;
  insert into public.client_link (token_hash, practice_id, client_id, made_by, expires_at) values (given_hash, gryn.mine(), for_client, by_whom, now() + valid);
end $$;

-- the practice's row is held meanwhile, so that two head coaches cannot remove each other at once. Whoever is removed
-- leaves nothing open: no invitation, no link that they made (of before it was kept: as the audit says), no session. A
-- code that has confirmed a factor is used.
create or replace function gryn.account_change(of_account uuid, act text, value text default null) returns text
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare a public.account;
begin
  perform 1 from public.practice where practice_id = gryn.mine() for update;
  select * into a from public.account where id = of_account and practice_id = gryn.mine();
  if a.id is null then return 'unknown'; end if;
  if a.role = 'head' and (act = 'remove' or (act = 'role' and value <> 'head')) and not exists (select 1 from public.account where practice_id = gryn.mine() and role = 'head' and id <> of_account) then return 'last head'; end if;
  case act
    when 'remove' then
      delete from public.invitation where practice_id = gryn.mine() and used_at is null and (by_account = of_account or (by_account is null and invited_by = a.name));
      update public.client_link l set revoked_at = now() where l.practice_id = gryn.mine() and l.revoked_at is null
        and (l.made_by = of_account or (l.made_by is null and exists (select 1 from public.audit u where u.practice_id = gryn.mine() and u.client_id = l.client_id and u.actor = a.name and u.action = 'made link')));
      delete from public.account where id = of_account;
    when 'role' then update public.account set role = value where id = of_account;
    when 'password' then
      update public.account set password_hash = value where id = of_account;
      delete from public.device where account_id = of_account;
    when 'factor' then update public.account set factor_secret = value, factor_step = case when value is null then 0 else factor_step end where id = of_account;
    else raise exception 'unknown change %', act;
  end case;
  return 'done';
end $$;

-- Down Migration
select 1 / 0 as "there is no way back from here: restore a backup";
