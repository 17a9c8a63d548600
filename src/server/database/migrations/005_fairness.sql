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

-- Down Migration
select 1 / 0 as "there is no way back from here: restore a backup";
