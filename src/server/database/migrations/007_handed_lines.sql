-- Up Migration
-- The lines of a hand-over as rows: what a log belongs to is asked of them, and not of whole snapshots.

-- a table of a practice's own: only its rows are seen and written
create function gryn.tenant(of_table regclass) returns void
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  execute format('alter table %s enable row level security', of_table);
  execute format('alter table %s force row level security', of_table);
  execute format($p$create policy own_practice on %s
    using (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid)
    with check (practice_id = nullif(current_setting('gryn.practice_id', true), '')::uuid)$p$, of_table);
end $$;

create table handed_line (
  practice_id uuid not null,
  hand_over_id uuid not null,
  line_id uuid not null,
  client_id uuid not null,
  exercise_id text not null,
  setup_key text not null,
  -- the head that it was chosen for; not known of hand-overs of before
  target text,
  name text not null,
  load jsonb,
  primary key (practice_id, hand_over_id, line_id),
  foreign key (practice_id, hand_over_id) references hand_over on delete cascade
);
create index handed_line_client on handed_line (practice_id, client_id, line_id);

-- what was handed over before; snapshots of the first formats name no setup
alter table hand_over no force row level security;
insert into handed_line (practice_id, hand_over_id, line_id, client_id, exercise_id, setup_key, name, load)
  select h.practice_id, h.id, (p->>'id')::uuid, h.client_id, coalesce(p->>'exerciseId', ''), coalesce(p->>'setupKey', ''),
    coalesce(p->>'name', ''), nullif(p->'load', 'null'::jsonb)
  from hand_over h, jsonb_array_elements(h.snapshot->'days') d, jsonb_array_elements(d->'blocks') b,
    jsonb_array_elements(b->'prescriptions') p
  on conflict do nothing;
alter table hand_over force row level security;
select gryn.tenant('handed_line');

-- Down Migration
