import type { Actor } from '../core/model/actor'
import { BatchState, mayMove, stateAfter, type Move } from '../core/model/batchState'
import type { Rubric } from '../core/rubric/rubric'
import { notify, type Change } from '../store/changes'
import type { Sql, Tx } from '../store/database'
import type { Queue } from '../store/queue'
import { rubricOfBatch } from '../store/setup/rubrics'
import { appendToTrail, type Act } from '../store/trail'
import { editorOf } from './editLock'

/** What every change works with. */
export interface Flow {
  sql: Sql
  queue: Queue
}

/** There is no such batch. */
export class NoSuchBatch extends Error {}

/** Another person has the edit lock: two at once would undo each other's changes. */
export class EditLocked extends Error {
  constructor(readonly editor: string) {
    super(`${editor} works on this batch now. You can look, or take it over on the ribbon.`)
  }
}

/** A batch whose row is locked, in the transaction that changes it. */
export class LockedBatch {
  private known: Rubric | null = null
  /** Documents and slips that the change is about, for whoever listens. */
  readonly documents = new Set<number>()
  readonly slips = new Set<number>()

  constructor(
    readonly tx: Tx,
    readonly queue: Queue,
    readonly actor: Actor,
    readonly id: number,
    public state: BatchState,
  ) {}

  /** Whether this may happen to it now. */
  may(move: Move): boolean {
    return mayMove(this.state, move)
  }

  /** Changes its state by the table of moves, and notes that in the trail. @param why kept with a batch that is held */
  async move(move: Move, to?: BatchState, why: string | null = null): Promise<void> {
    const after = stateAfter(this.state, move, to)
    if (after === this.state) return
    await this.tx`update batches set state = ${after}, trouble = ${why}, state_since = now(),
      ended_at = case when ${['done', 'abandoned'].includes(after)} then now() end where id = ${this.id}`
    await this.note({ what: move, old: this.state, new: after })
    this.state = after
  }

  /** Adds to the trail what was done to the batch or a document of it. */
  async note(act: Omit<Act, 'batch'>): Promise<void> {
    if (act.document) this.documents.add(act.document)
    await appendToTrail(this.tx, this.actor, { ...act, batch: this.id })
  }

  async rubric(): Promise<Rubric> {
    return (this.known ??= await rubricOfBatch(this.tx, this.id))
  }
}

/**
 * The one way to change a batch or anything in it: locks its row, checks that nobody else has the edit lock, lets the
 * work write, and tells of the change, all in one transaction. The machine works beside whoever edits.
 * @throws {NoSuchBatch}
 * @throws {EditLocked}
 */
export function inBatch<T>(
  flow: Flow,
  actor: Actor,
  id: number,
  work: (batch: LockedBatch) => Promise<T>,
  about: Change['about'] = 'batch',
): Promise<T> {
  return inBatches(flow, actor, [id], ([batch]) => work(batch!), about)
}

/** The same for several batches at once, in the order given; their rows are locked by number, so that two never wait for each other. */
export async function inBatches<T>(
  { sql, queue }: Flow,
  actor: Actor,
  ids: readonly number[],
  work: (batches: LockedBatch[]) => Promise<T>,
  about: Change['about'] = 'batch',
): Promise<T> {
  return (await sql.begin(async tx => {
    const rows = await tx<{ id: number; state: BatchState }[]>`
      select id, state from batches where id = any(${[...ids]}) order by id for update`
    const batches = ids.map(id => {
      const row = rows.find(one => one.id === id)
      if (!row) throw new NoSuchBatch(`There is no batch ${id}.`)
      return new LockedBatch(tx, queue, actor, id, row.state)
    })
    for (const { id } of batches) await refuseOthers(tx, actor, id)
    const done = await work(batches)
    for (const { id: batch, documents, slips } of batches) await notify(tx, { about, batch, documents: [...documents], slips: [...slips] })
    return done
  })) as T
}

/** @throws {EditLocked} where another person has the edit lock; the machine works beside whoever edits */
export async function refuseOthers(tx: Tx, actor: Actor, batch: number): Promise<void> {
  if (actor.kind === 'worker') return
  const editor = await editorOf(tx, batch)
  if (editor && editor.id !== actor.person) throw new EditLocked(editor.name)
}
