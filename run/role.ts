import { openDatabase } from '../store/database'

/**
 * Makes the role that the product works with, which owns its own tables and may do nothing else on the server; what an earlier
 * release made as the superuser becomes the role's.
 * @param url the database, as its superuser
 */
export async function giveRole(url: string, { name, password }: { name: string; password: string }): Promise<void> {
  const sql = openDatabase(url, 1)
  try {
    await sql.begin(async tx => {
      const known = await tx`select 1 from pg_roles where rolname = ${name}`
      if (!known.length) await tx`create role ${tx(name)} login nosuperuser nocreatedb nocreaterole`
      // ALTER ROLE takes no parameters.
      const [quoted] = await tx<{ password: string }[]>`select quote_literal(${password}) as password`
      await tx.unsafe(`alter role ${name} password ${quoted!.password}`)
      await tx`grant create, connect, temporary on database postgres to ${tx(name)}`
      await tx`grant usage, create on schema public to ${tx(name)}`
      await tx.unsafe(`set local rubricator.role = '${name}'`)
      await tx.unsafe(takeOver)
    })
  } finally {
    await sql.end()
  }
}

/** Schemas, tables, views, sequences, types and functions of ours; those that belong to another thing follow it. */
const takeOver = `
do $$
declare thing record; app text := current_setting('rubricator.role');
begin
  for thing in select nspname from pg_namespace where nspname = 'pgboss' loop
    execute format('alter schema %I owner to %I', thing.nspname, app);
  end loop;
  for thing in
    select c.oid::regclass as named, c.relkind from pg_class c join pg_namespace n on n.oid = c.relnamespace
    where n.nspname in ('public', 'pgboss') and c.relkind in ('r', 'p', 'v', 'm', 'S') and pg_get_userbyid(c.relowner) <> app
      and not exists (select 1 from pg_depend where objid = c.oid and deptype in ('a', 'i', 'e') and c.relkind = 'S')
  loop
    execute format('alter %s %s owner to %I', case thing.relkind when 'S' then 'sequence' when 'v' then 'view'
      when 'm' then 'materialized view' else 'table' end, thing.named, app);
  end loop;
  for thing in
    select t.oid::regtype as named from pg_type t join pg_namespace n on n.oid = t.typnamespace
    where n.nspname in ('public', 'pgboss') and t.typtype in ('e', 'd') and pg_get_userbyid(t.typowner) <> app
  loop
    execute format('alter type %s owner to %I', thing.named, app);
  end loop;
  for thing in
    select p.oid::regprocedure as named from pg_proc p join pg_namespace n on n.oid = p.pronamespace
    where n.nspname in ('public', 'pgboss') and pg_get_userbyid(p.proowner) <> app
      and not exists (select 1 from pg_depend where objid = p.oid and deptype = 'e')
  loop
    execute format('alter routine %s owner to %I', thing.named, app);
  end loop;
end $$`
