-- Up Migration
-- Clearing up is nobody's request: one server at a time does it once a minute, a thousand rows of each.

create function gryn.clear_up() returns int
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare
  cleared int := 0;
  n int;
begin
  -- another server does it now
  if not pg_try_advisory_xact_lock(7170072) then return 0; end if;
  delete from public.session where id in
    (select id from public.session where expires_at < now() or ends_at < now() limit 1000);
  get diagnostics n = row_count;
  cleared := cleared + n;
  delete from public.attempt where key in
    (select key from public.attempt where resets_at < now() - interval '1 hour' limit 1000);
  get diagnostics n = row_count;
  return cleared + n;
end $$;

create or replace function gryn.session_start(session_id text, of_account uuid, session_data jsonb, idle interval, longest interval, on_device text) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  insert into public.session (id, account_id, data, expires_at, ends_at, device) values (session_id, of_account, session_data, least(now() + idle, now() + longest), now() + longest, on_device);
$$;

create or replace function gryn.hit(given_key text, window_length interval) returns jsonb
language sql security definer set search_path = pg_catalog, pg_temp as $$
  insert into public.attempt as t (key, hits, resets_at) values (given_key, 1, now() + window_length)
    on conflict (key) do update set hits = case when t.resets_at < now() then 1 else t.hits + 1 end, resets_at = case when t.resets_at < now() then excluded.resets_at else t.resets_at end
    returning jsonb_build_object('hits', hits, 'resetsAt', resets_at)
$$;

-- Down Migration
create or replace function gryn.hit(given_key text, window_length interval) returns jsonb
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.attempt where resets_at < now() - interval '1 hour';
  insert into public.attempt as t (key, hits, resets_at) values (given_key, 1, now() + window_length)
    on conflict (key) do update set hits = case when t.resets_at < now() then 1 else t.hits + 1 end, resets_at = case when t.resets_at < now() then excluded.resets_at else t.resets_at end
    returning jsonb_build_object('hits', hits, 'resetsAt', resets_at)
$$;
create or replace function gryn.session_start(session_id text, of_account uuid, session_data jsonb, idle interval, longest interval, on_device text) returns void
language sql security definer set search_path = pg_catalog, pg_temp as $$
  delete from public.session where expires_at < now() or ends_at < now();
  insert into public.session (id, account_id, data, expires_at, ends_at, device) values (session_id, of_account, session_data, least(now() + idle, now() + longest), now() + longest, on_device);
$$;
drop function gryn.clear_up();
