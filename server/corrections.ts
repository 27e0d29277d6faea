import { Locked } from '../store/batches/storeOutcome'
import type { Corrected } from '../store/batches/correct'
import { conflict } from './access'

/** Makes a correction, and says in words where it cannot be made. */
export async function answerCorrection(make: () => Promise<Corrected>, nothing: string): Promise<{ ok: true }> {
  let made: Corrected
  try {
    made = await make()
  } catch (error) {
    if (error instanceof Locked) throw conflict(error.message)
    throw error
  }
  if (made === 'busy') throw conflict('The machine works on this batch now, or it has gone on. Wait until it says “to fix” or “to index”.')
  if (made === 'nothing') throw conflict(nothing)
  return { ok: true }
}
