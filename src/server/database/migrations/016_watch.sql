-- Up Migration
-- What watches a server asks here: work that waits, over all practices as numbers, and how far a standby is behind.

create function gryn.watch_state() returns jsonb
language sql stable security definer set search_path = pg_catalog, pg_temp as $$
  select jsonb_build_object(
    'jobs', coalesce((select jsonb_agg(jsonb_build_object('kind', kind, 'n', n, 'oldest', oldest)) from (
        select kind, count(*)::int as n, extract(epoch from now() - min(due_at))::float8 as oldest
        from public.job where state = 'waiting' and due_at <= now() group by kind) j), '[]'),
    'lag', (select max(extract(epoch from replay_lag))::float8 from pg_stat_replication))
$$;

-- Down Migration
drop function gryn.watch_state();
