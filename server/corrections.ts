import type { Corrected } from '../flow/correct'
import { conflict } from './refusals'

/** What a correction came to; says in words where it could not be made. */
export function answerCorrection(made: Corrected, nothing: string): { ok: true } {
  if (made === 'busy') throw conflict('The machine works on this batch now, or it has gone on. Wait until it says “to fix” or “to index”.')
  if (made === 'nothing') throw conflict(nothing)
  return { ok: true }
}
