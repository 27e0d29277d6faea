import { log, said } from '../log/log'
import { createError, isError, setResponseHeader, setResponseStatus, type H3Error, type H3Event } from 'h3'
import type { z } from 'zod'
import { DocumentLeased } from '../flow/documentLease'
import { EditLocked, NoSuchBatch } from '../flow/inBatch'
import { Locked } from '../flow/storeOutcome'
import { BlobFault } from '../store/blobs/blobs'
import type { Problem } from '../shared/views/api'

/** What was asked cannot be done in the present state. */
export const conflict = (message: string) => createError({ statusCode: 409, message })

/** There is nothing of that name, or this person may not see it: nobody learns which. */
export const notThere = () => createError({ statusCode: 404, message: 'There is nothing here, or it belongs to someone else.' })

/** What PostgreSQL's codes say of what was sent (its appendix A). */
const whatCannotBeKept: Record<string, string> = {
  '22003': 'A number is too large. Check it.',
  '22008': 'A date is too early or too late. Check it.',
  '22021': 'A text has a character in it that cannot be kept. Type it again.',
  '22P05': 'A text has a character in it that cannot be kept. Type it again.',
}

/** The refusal that an error is: the house's own with their words, everything else as it is. */
export function refusalOf(error: unknown): H3Error | Error {
  if (error instanceof EditLocked || error instanceof DocumentLeased || error instanceof Locked) return conflict(error.message)
  if (error instanceof NoSuchBatch) return notThere()
  if (error instanceof BlobFault) {
    log.error(said(error), 'what was kept is not there')
    return createError({
      statusCode: 503,
      message: 'What was kept of it is gone or was changed in the store. A steward restores it from a backup.',
    })
  }
  const unstorable = error instanceof Error && 'code' in error ? whatCannotBeKept[String(error.code)] : undefined
  if (unstorable) return createError({ statusCode: 400, message: unstorable })
  return isError(error) || error instanceof Error ? error : new Error(String(error))
}

const titles: Record<number, string> = {
  400: 'Not understood',
  401: 'No token',
  403: 'Not allowed',
  404: 'Not there',
  409: 'Not now',
  413: 'Too large',
  415: 'Not this kind',
  422: 'Not sound',
  429: 'Too often',
  502: 'The other side failed',
  503: 'Not in the store',
  507: 'No room',
}

/** Answers a refusal as RFC 9457 has it. What was not meant for other programs is said in the log alone. */
export function problemOf(event: H3Event, error: H3Error | Error): z.infer<typeof Problem> {
  const status = isError(error) ? error.statusCode : 500
  const known = (isError(error) && status < 500) || [502, 503, 507].includes(status)
  if (!known) log.error({ request: (event.context.asked as { id?: string } | undefined)?.id, ...said(error) }, 'a request failed')
  setResponseStatus(event, status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  const issues = isError(error) && Array.isArray(error.data) ? (error.data as { path: string; message: string }[]) : null
  return {
    type: 'about:blank',
    title: titles[status] ?? 'Failed',
    status,
    detail: known ? error.message : 'Something failed on our side; what it was stands in the log. Ask again later.',
    ...(issues ? { issues } : {}),
  }
}
