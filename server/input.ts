import type { H3Event } from 'h3'
import { z } from 'zod'
import { issuesOf, issueText } from '../core/model/issues'

function checked<T extends z.ZodType>(schema: T, input: unknown): z.infer<T> {
  const read = schema.safeParse(input)
  if (read.success) return read.data
  const issues = issuesOf(read.error, input)
  throw createError({
    statusCode: 400,
    message: issues.map(issueText).join('; '),
    data: issues.map(issue => ({ path: issue.path, message: `found ${issue.found}, expected ${issue.expected}` })),
  })
}

/** The request's body under a schema, or 400 with its issues. */
export async function bodyOf<T extends z.ZodType>(event: H3Event, schema: T): Promise<z.infer<T>> {
  const body = await readBody<unknown>(event).catch(() => {
    throw createError({ statusCode: 400, message: 'The body is not JSON.' })
  })
  return checked(schema, body)
}

export function queryOf<T extends z.ZodType>(event: H3Event, schema: T): z.infer<T> {
  return checked(schema, getQuery(event))
}

const Id = z.object({ id: z.coerce.number().int().positive().max(Number.MAX_SAFE_INTEGER) })

/** The number in the route's path. */
export function idOf(event: H3Event): number {
  return checked(Id, getRouterParams(event)).id
}

const Uuid = z.object({ id: z.uuid() })

/** The identity in the route's path. */
export function uuidOf(event: H3Event): string {
  return checked(Uuid, getRouterParams(event)).id
}

/** A page of a list: the key below which it goes on. */
export const ListQuery = z.strictObject({ before: z.coerce.number().int().positive().optional() })
export const listLength = 50
