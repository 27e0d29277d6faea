import { createError, isError, type H3Error } from 'h3'
import { EditLocked, NoSuchBatch } from '../flow/inBatch'
import { Locked } from '../flow/storeOutcome'

/** What was asked cannot be done in the present state. */
export const conflict = (message: string) => createError({ statusCode: 409, message })

/** There is nothing of that name, or this person may not see it: nobody learns which. */
export const notThere = () => createError({ statusCode: 404, message: 'There is nothing here, or it belongs to someone else.' })

/** The refusal that an error is: the house's own with their words, everything else as it is. */
export function refusalOf(error: unknown): H3Error | Error {
  if (error instanceof EditLocked || error instanceof Locked) return conflict(error.message)
  if (error instanceof NoSuchBatch) return notThere()
  return isError(error) || error instanceof Error ? error : new Error(String(error))
}
