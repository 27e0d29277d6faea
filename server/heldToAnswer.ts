import type { z } from 'zod'

/**
 * In tests (RUBRICATOR_HOLD_ANSWERS), holds what leaves a route to what it says that it answers, as JSON and to the last key:
 * types know what was meant, not what the database gave. Throws what differs, with the place.
 */
export function heldToAnswer(does: string, schema: z.ZodType | undefined, answer: unknown): void {
  if (process.env.RUBRICATOR_HOLD_ANSWERS !== '1' || !isJson(answer)) return
  if (!schema) throw new Error(`“${does}” answers what it does not say.`)
  const { error } = schema.safeParse(JSON.parse(JSON.stringify(answer)))
  if (error) throw new Error(`“${does}” answers otherwise than it says: ${JSON.stringify(error.issues).slice(0, 2000)}`)
}

/** Files, streams and nothing are no JSON. */
const isJson = (answer: unknown) =>
  Array.isArray(answer) || (typeof answer === 'object' && answer !== null && Object.getPrototypeOf(answer) === Object.prototype)
