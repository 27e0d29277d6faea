import { z } from 'zod'

/** Where a batch stands on its way from paper to filed documents. */
export const BatchState = z.enum(['receiving', 'sorting', 'to fix', 'to index', 'to check', 'sending', 'done', 'held', 'abandoned'])
export type BatchState = z.infer<typeof BatchState>
export const batchStates = BatchState.options

/** What can happen to a batch: the states in which it may, and those that it may lead to. */
export const moves = {
  /** Somebody says that all paper is in. */
  complete: { from: ['receiving'], to: ['sorting'] },
  /** That is taken back: more paper may join. */
  reopen: { from: ['sorting', 'to fix', 'to index', 'sending'], to: ['receiving'] },
  /** Evidence and corrections become documents. */
  arrange: { from: ['sorting', 'to fix', 'to index'], to: ['sorting', 'to fix', 'done'] },
  /** Pages are turned, and examined again. */
  examine: { from: ['sorting', 'to fix', 'to index'], to: ['sorting'] },
  /** Paper comes for one of its pages or documents. */
  extend: { from: ['sorting', 'to fix', 'to index'], to: ['sorting'] },
  /** The machine is through with its documents, or a person who enters or checks with one of them. */
  settle: { from: ['sorting', 'to index', 'to check'], to: ['to index', 'to check', 'sending'] },
  /** A finished document is opened again. */
  amend: { from: ['to index', 'sending', 'done'], to: ['to index'] },
  /** A finished document is sent once more. */
  again: { from: ['sending', 'done'], to: ['sending'] },
  /** The last document is where it should be. */
  finish: { from: ['sending'], to: ['done'] },
  /** A step failed for good. */
  hold: { from: ['receiving', 'sorting', 'to index', 'sending'], to: ['held'] },
  /** A person has it tried again. */
  resume: { from: ['held'], to: ['receiving', 'sorting', 'to index', 'sending'] },
  /** Nobody wants it any more. */
  abandon: { from: ['receiving', 'sorting', 'to fix', 'to index', 'to check'], to: ['abandoned'] },
} as const satisfies Record<string, { from: readonly BatchState[]; to: readonly BatchState[] }>

export type Move = keyof typeof moves
type Table = Record<Move, { from: readonly BatchState[]; to: readonly BatchState[] }>

/** Whether this may happen to a batch in this state. */
export const mayMove = (state: BatchState, move: Move): boolean => (moves as Table)[move].from.includes(state)

/**
 * The state in which a batch is after a move.
 * @param to where the move leads to several states, which one
 * @throws {Error} where the table has no such move; a fault of ours, never of a person
 */
export function stateAfter(state: BatchState, move: Move, to?: BatchState): BatchState {
  const { from, to: leads } = (moves as Table)[move]
  const target = to ?? leads[0]!
  if (!from.includes(state) || !leads.includes(target) || (to === undefined && leads.length > 1)) {
    throw new Error(`A batch that is “${state}” cannot “${move}”${to ? ` to “${to}”` : ''}.`)
  }
  return target
}
