import type { Person } from '../../shared/views/people'
import type { Sql } from '../database'
import { hashSecret } from './passwords'

export async function anybody(sql: Sql): Promise<boolean> {
  return (await sql`select 1 from people limit 1`).length > 0
}

/** Adds the first person, a steward who may do everything; null where somebody is there already. */
export async function addFirstSteward(sql: Sql, name: string, password: string): Promise<Person | null> {
  const hash = await hashSecret(password)
  return sql.begin(async tx => {
    await tx`lock table people in exclusive mode`
    const [added] = await tx<Person[]>`
      insert into people (name, password_hash, roles)
      select ${name}, ${hash}, array['steward', 'clerk', 'checker']
      where not exists (select 1 from people)
      returning id, name, roles`
    return added ?? null
  })
}
