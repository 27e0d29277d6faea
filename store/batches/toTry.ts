import { z } from 'zod'
import type { Sql } from '../database'
import { learnedOf } from '../learned'

/** What a rubric that is tried on a batch needs to know of it, besides its pages. */
export async function batchToTry(sql: Sql, batch: number) {
  const [row] = await sql<{ name: string; created: Date; given: unknown; rubric: string }[]>`
    select name, created_at as created, given, rubric_id as rubric from batches where id = ${batch}`
  if (!row) throw new Error('This batch is no longer there.')
  return {
    name: row.name,
    created: new Date(row.created),
    given: z.record(z.string(), z.string()).parse(row.given),
    learned: await learnedOf(sql, row.rubric),
  }
}
