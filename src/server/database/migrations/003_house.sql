-- Up Migration
-- Versions of stored documents, long work as jobs, and what the engine has worked out already.

-- which version of its format a document is stored in; those of before have some or all of what version 2 has
alter table client add column format int not null default 1;
alter table entry add column format int not null default 1;
alter table report add column format int not null default 1;

create table job (
  practice_id uuid not null,
  id uuid not null default gen_random_uuid(),
  client_id uuid not null,
  kind text not null,
  -- the same work asked for twice while it is open is one job
  key text not null,
  input jsonb not null,
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'failed', 'cancelled')),
  progress real not null default 0,
  best jsonb,
  error text,
  cancel_requested boolean not null default false,
  -- who works on it, until when unless it says so again, and the how manieth try this is
  worker uuid,
  leased_until timestamptz,
  attempt int not null default 0,
  made_at timestamptz not null default now(),
  ended_at timestamptz,
  primary key (practice_id, id),
  foreign key (practice_id, client_id) references client
);
create unique index job_open on job (practice_id, kind, key) where state in ('waiting', 'running');
create index job_next on job (made_at) where state in ('waiting', 'running');

-- raw metrics of a setup in the default body: nobody's, shared by all
create table mechanics (
  model text not null,
  body text not null,
  setup text not null,
  samples text not null,
  row jsonb not null,
  at timestamptz not null default now(),
  primary key (model, body, setup, samples)
);
-- and in a client's
create table client_mechanics (
  practice_id uuid not null,
  client_id uuid not null,
  model text not null,
  body text not null,
  setup text not null,
  samples text not null,
  row jsonb not null,
  at timestamptz not null default now(),
  primary key (practice_id, client_id, model, body, setup, samples),
  foreign key (practice_id, client_id) references client
);

do $$
declare t text;
begin
  foreach t in array array['job', 'client_mechanics'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format($p$create policy own_practice on %I
      using (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid)
      with check (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid)$p$, t);
  end loop;
end $$;
-- the one function that takes jobs of every practice belongs to gryn_keeper
create policy taken_by_keeper on job to gryn_keeper using (true) with check (true);

-- whoever listens learns that something of a job has changed, and nothing of what
create function gryn.job_changed() returns trigger
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  perform pg_notify('gryn_job', new.id::text);
  return null;
end $$;
create trigger job_made after insert on job for each row execute function gryn.job_changed();
-- a sign of life alone changes nothing that anybody waits for
create trigger job_changed after update on job for each row
  when ((old.state, old.progress, old.best, old.cancel_requested) is distinct from (new.state, new.progress, new.best, new.cancel_requested))
  execute function gryn.job_changed();

-- the next job for a worker: the oldest that waits, or whose worker has not been heard of, of a practice that has not as
-- many at work as it may. One that has worn out its tries fails.
create function gryn.job_take(of_worker uuid, lease interval, tries int, of_one_practice int) returns jsonb
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare j public.job;
begin
  -- one after the other, so that two workers never see the same practice idle
  perform pg_advisory_xact_lock(7170072);
  update public.job set state = 'failed', error = 'It was begun ' || attempt || ' times and never ended.', ended_at = now()
    where attempt >= tries and (state = 'waiting' or (state = 'running' and leased_until < now()));
  select * into j from public.job w
    where (w.state = 'waiting' or (w.state = 'running' and w.leased_until < now()))
      and (select count(*) from public.job r where r.practice_id = w.practice_id and r.state = 'running' and r.leased_until >= now()) < of_one_practice
    order by w.made_at
    limit 1 for update skip locked;
  if j.id is null then return null; end if;
  update public.job set state = 'running', worker = of_worker, leased_until = now() + lease, attempt = j.attempt + 1
    where practice_id = j.practice_id and id = j.id;
  return jsonb_build_object('practiceId', j.practice_id, 'id', j.id, 'clientId', j.client_id, 'kind', j.kind, 'input', j.input, 'attempt', j.attempt + 1);
end $$;

create or replace function gryn.erase_client(of_client uuid) returns boolean
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare practice uuid := gryn.mine();
begin
  perform 1 from public.client where practice_id = practice and id = of_client for update;
  if not found then return false; end if;
  delete from public.job where practice_id = practice and client_id = of_client;
  delete from public.client_mechanics where practice_id = practice and client_id = of_client;
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
