-- Up Migration
-- A client trains at one place or at another, by the day: whoever is there on some day is looked at anew too.

create or replace function gryn.mark_place() returns trigger
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  update public.client_mark m set mark = m.mark + 1 from public.client c
    where c.practice_id = new.practice_id and m.practice_id = c.practice_id and m.client_id = c.id
      and (c.body->>'place' = new.id::text
        or c.body->'weekdays' @> jsonb_build_array(jsonb_build_object('place', new.id::text)));
  return null;
end $$;

-- Down Migration
create or replace function gryn.mark_place() returns trigger
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  update public.client_mark m set mark = m.mark + 1 from public.client c
    where c.practice_id = new.practice_id and c.body->>'place' = new.id::text
      and m.practice_id = c.practice_id and m.client_id = c.id;
  return null;
end $$;
