-- Up Migration
-- What a line was when it was handed over, as columns; facts of setups as rows; and a word for "not this".

alter table handed_line
  -- kg of the load that the lifted body weighs, low end of the reps, what it is there for, and the side that begins
  add column body_load double precision not null default 0,
  add column reps_low int,
  add column purpose text not null default 'work',
  add column begins text not null default 'either';

alter table hand_over no force row level security;
alter table handed_line no force row level security;
update handed_line l set
    body_load = coalesce((p->>'bodyLoad')::double precision, 0),
    reps_low = (p->'reps'->>'low')::int,
    purpose = coalesce(p->>'purpose', 'work'),
    begins = coalesce(p->>'begins', 'either')
  from hand_over h, jsonb_array_elements(h.snapshot->'days') d, jsonb_array_elements(d->'blocks') b,
    jsonb_array_elements(b->'prescriptions') p
  where h.practice_id = l.practice_id and h.id = l.hand_over_id and (p->>'id')::uuid = l.line_id;
alter table handed_line force row level security;
alter table hand_over force row level security;

-- what one client's log says of a setup: made with the review, and thrown away with it
create table fact (
  practice_id uuid not null,
  client_id uuid not null,
  -- of the client's, in no order that means something
  number int not null,
  setup_key text not null,
  exercise_id text not null,
  name text not null,
  workouts int not null,
  sets int not null,
  weeks double precision not null,
  -- ln a week, its standard deviation, and what was believed before any set; null under seven workouts
  growth double precision,
  growth_sd double precision,
  growth_usual double precision,
  felt_target int not null,
  felt_said int not null,
  pain int not null,
  "left" boolean not null,
  primary key (practice_id, client_id, number),
  foreign key (practice_id, client_id) references review on delete cascade
);
select gryn.tenant('fact');

-- letters to clients: that they went, not what they said
create table letter (
  practice_id uuid not null,
  id uuid not null,
  client_id uuid not null,
  address text not null,
  subject text not null,
  state text not null default 'sending' check (state in ('sending', 'sent', 'refused')),
  reason text,
  -- where no mail server is set up: the letter as it came out of the simulated one
  arrived jsonb,
  account_name text not null,
  at timestamptz not null default now(),
  primary key (practice_id, id),
  foreign key (practice_id, client_id) references client on delete cascade
);
create index letter_time on letter (practice_id, at desc);
select gryn.tenant('letter');

-- a coach's short answer to what a client wrote about an exercise on a day; the newest counts
create table answer (
  practice_id uuid not null,
  id uuid not null,
  client_id uuid not null,
  report_id uuid not null,
  text text not null,
  account_name text not null,
  at timestamptz not null default now(),
  primary key (practice_id, id),
  foreign key (practice_id, client_id) references client on delete cascade
);
create index answer_report on answer (practice_id, client_id, report_id, at desc);
select gryn.tenant('answer');
create trigger answer_marks after insert on answer referencing new table as changed for each statement
  execute function gryn.mark_clients();

-- a simulated sensor begins a set, whichever server its page was on
create function gryn.sensor_begins(what text) returns jsonb
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  perform pg_notify('gryn_job', 'sensor ' || what);
  return null;
end $$;

-- made anew with their facts
alter table review no force row level security;
delete from review;
alter table review force row level security;

alter table decision drop constraint decision_act_check,
  add constraint decision_act_check check (act in ('done', 'later', 'declined'));

-- Down Migration
