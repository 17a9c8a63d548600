-- Up Migration
-- The simulated hand scale is turned, whichever server its page was on.

create function gryn.scale_turned(what text) returns jsonb
language plpgsql set search_path = pg_catalog, pg_temp as $$
begin
  perform pg_notify('gryn_job', 'scale ' || what);
  return null;
end $$;

-- Down Migration
drop function gryn.scale_turned(text);
