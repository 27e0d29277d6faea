import { z } from 'zod'
import { Rubric } from '../core/rubric/rubric'

/** Prints the JSON Schema of the rubric file. */
export function printSchema(): number {
  console.log(JSON.stringify({ title: 'Rubric', ...z.toJSONSchema(Rubric, { io: 'input' }) }, null, 2))
  return 0
}
