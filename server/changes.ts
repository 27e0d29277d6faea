import type { Person } from '../shared/views/people'
import { subscribe, type Change } from '../store/changes'
import { batchOf } from '../store/people/rights'
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
      console.error(`Changes cannot be subscribed to: ${String(error)}`)
    })
    return () => listeners.delete(listener)
  },
}

/** Whether a person may hear of a change; asked once for each batch while they listen. */
export function mayHear(person: Person): (change: Change) => Promise<boolean> {
  const known = new Map<number, Promise<boolean>>()
  return ({ batch }) => {
    if (!known.has(batch))
      known.set(
        batch,
        batchOf(store().sql, person, 'batch', batch).then(found => found !== null),
      )
    return known.get(batch)!
  }
}
