import { createError, getRequestHeader, type H3Event } from 'h3'
import { z } from 'zod'
import { issuesOf, issueText } from '../core/model/issues'

/** An input under a schema, or 400 with its issues. */
export function checked<T extends z.ZodType>(schema: T, input: unknown): z.infer<T> {
  const read = schema.safeParse(input)
  if (read.success) return read.data
  const issues = issuesOf(read.error, input)
  throw createError({
    statusCode: 400,
    message: issues.map(issueText).join('; '),
    data: issues.map(issue => ({ path: issue.path, message: `found ${issue.found}, expected ${issue.expected}` })),
  })
}

/** A body that stops coming is given up. */
const stallSeconds = 30

/** As JSON writes it: whole pairs and all else stand as themselves. */
const halfPair = /(?<!\\)(\\\\)*\\ud[89a-f]/

/** The request's body under a schema, read no further than `most` bytes; 413 where it is longer, 400 with its issues. */
export async function bodyOf<T extends z.ZodType>(event: H3Event, schema: T, most: number): Promise<z.infer<T>> {
  const text = (await readBytes(event, most)).toString('utf8')
  // Forms of other sites can send anything but this.
  if (text !== '' && !/^application\/([\w.+-]+\+)?json\b/i.test(getRequestHeader(event, 'content-type') ?? ''))
    throw createError({ statusCode: 415, message: 'The body is to be JSON, with “content-type: application/json”.' })
  let body: unknown
  try {
    body = text === '' ? undefined : JSON.parse(text)
  } catch {
    throw createError({ statusCode: 400, message: 'The body is not JSON.' })
  }
  // Half a pair of UTF-16 is no text: kept as one, it would come back as another (RFC 8259, 8.2).
  if (text.includes('\\u') && halfPair.test(JSON.stringify(body)))
    throw createError({ statusCode: 400, message: 'A text has a character in it that cannot be kept. Type it again.' })
  return checked(schema, body)
}

async function readBytes(event: H3Event, most: number): Promise<Buffer> {
  const { req } = event.node
  const tooMuch = () => {
    // What is still to come is not read: the connection ends with the answer.
    event.node.res.setHeader('connection', 'close')
    return createError({ statusCode: 413, message: `The body is larger than the ${Math.floor(most / 1024)} KB that this takes.` })
  }
  if (Number(getRequestHeader(event, 'content-length') ?? 0) > most) throw tooMuch()
  const parts: Buffer[] = []
  let size = 0
  const stalled = () => req.destroy(new Error('The body stopped coming.'))
  let timer = setTimeout(stalled, stallSeconds * 1000)
  try {
    // Not destroyed where this ends early: the refusal must still go out.
    for await (const part of req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
      clearTimeout(timer)
      timer = setTimeout(stalled, stallSeconds * 1000)
      size += part.length
      if (size > most) throw tooMuch()
      parts.push(part)
    }
  } finally {
    clearTimeout(timer)
  }
  return Buffer.concat(parts)
}

/** A page of a list: the key below which it goes on. */
export const ListQuery = z.strictObject({ before: z.coerce.number().int().positive().optional() })
export const listLength = 50
