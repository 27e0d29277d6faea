import type { KeptSearch } from '../../shared/views/find'
import { json, type Sql } from '../database'

/** What somebody searches for again, by name. */
export function keptSearches(sql: Sql, person: string): Promise<KeptSearch[]> {
  return sql<KeptSearch[]>`select id, name, query from kept_searches where person = ${person} order by lower(name) limit 100`
}

/** Keeps a search under a name; one of that name is replaced. */
export async function keepSearch(sql: Sql, person: string, name: string, query: Record<string, string>): Promise<void> {
  await sql`
    insert into kept_searches (person, name, query) values (${person}, ${name}, ${json(sql, query)})
    on conflict (person, name) do update set query = excluded.query`
}

export async function forgetSearch(sql: Sql, person: string, id: number): Promise<void> {
  await sql`delete from kept_searches where id = ${id} and person = ${person}`
}
