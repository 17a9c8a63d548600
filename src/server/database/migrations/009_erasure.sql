-- Up Migration
-- What is a client's goes with the client. Each table says so itself, by what it refers to: a new one needs no line here.

-- whoever migrates need not be above row security: with it forced no client would be seen, and every link be taken for
-- nobody's
alter table client no force row level security;
delete from client_link l where not exists (select 1 from client c where c.practice_id = l.practice_id and c.id = l.client_id);
alter table client_link add foreign key (practice_id, client_id) references client on delete cascade;
alter table client force row level security;

do $$
declare own record;
begin
  for own in
    select conrelid::regclass as of_table, conname, pg_get_constraintdef(oid) as told from pg_constraint
    where contype = 'f' and confdeltype = 'a'
      and confrelid in ('client'::regclass, 'program'::regclass, 'hand_over'::regclass)
  loop
    execute format('alter table %s drop constraint %I', own.of_table, own.conname);
    execute format('alter table %s add constraint %I %s on delete cascade', own.of_table, own.conname, own.told);
  end loop;
end $$;

create or replace function gryn.erase_client(of_client uuid) returns boolean
language plpgsql security definer set search_path = pg_catalog, pg_temp as $$
begin
  delete from public.client where practice_id = gryn.mine() and id = of_client;
  return found;
end $$;

-- Down Migration
