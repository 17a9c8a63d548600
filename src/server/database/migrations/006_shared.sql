-- Up Migration
-- What the engine says of a body is nobody's: whole cm and kg, shared by all. A practice has work that is no client's.

drop table client_mechanics;
alter table job alter column client_id drop not null;

create or replace function gryn.erase_client(of_client uuid) returns boolean
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
declare practice uuid := gryn.mine();
begin
  perform 1 from public.client where practice_id = practice and id = of_client for update;
  if not found then return false; end if;
  delete from public.job where practice_id = practice and client_id = of_client;
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
