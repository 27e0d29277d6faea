import type { Sql } from '../database'

/** How many scanned sides of a load are stored. */
export async function sidesOfLoad(sql: Sql, load: number): Promise<number> {
  const [row] = await sql<{ sides: number }[]>`
    select count(*)::int as sides from pages where load_id = ${load} and half is distinct from 'right'`
  return row?.sides ?? 0
}
