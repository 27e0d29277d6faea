import { log, said } from '../log/log'
import type { Person } from '../shared/views/people'
import { subscribe, type Change } from '../store/changes'
import { batchOf, visibleDocuments } from '../store/people/rights'
import { store } from './context'

type Listener = (change: Change | null) => void

const listeners = new Set<Listener>()
let subscribing: Promise<unknown> | null = null

/** One connection is told of changes for all browsers. Null means that some may have been missed. */
export const changes = {
  listen(listener: Listener): () => void {
    listeners.add(listener)
    subscribing ??= subscribe(store().sql, change => listeners.forEach(each => each(change))).catch((error: unknown) => {
      subscribing = null
      log.error(said(error), 'changes cannot be subscribed to')
    })
    return () => listeners.delete(listener)
  },
}

/** Rights change, and so does what a batch's state lets see: what is known of them ages. */
const knownMs = 3000

/** What somebody hears of a change: of documents `alone` where they may not see the batch. */
export interface Heard extends Change {
  alone?: true
}

/** What a person may hear of a change: all of it, what is said of documents that they may see, or nothing (null). */
export function mayHear(person: Person): (change: Change) => Promise<Heard | null> {
  const known = new Map<number, { until: number; seen: Promise<boolean> }>()
  const sees = (batch: number): Promise<boolean> => {
    const before = known.get(batch)
    if (before && before.until > Date.now()) return before.seen
    const seen = batchOf(store().sql, person, 'batch', batch).then(found => found !== null)
    // The oldest stand first: whoever listens all day keeps no more than a few seconds of it.
    for (const [other, { until }] of known) {
      if (until > Date.now()) break
      known.delete(other)
    }
    known.set(batch, { until: Date.now() + knownMs, seen })
    return seen
  }
  return async change => {
    if (await sees(change.batch)) return change
    const documents = change.documents?.length ? await visibleDocuments(store().sql, person, change.documents) : new Set<number>()
    return documents.size ? { about: change.about, batch: change.batch, documents: [...documents], alone: true } : null
  }
}
