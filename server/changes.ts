import { subscribe, type Change } from '../store/changes'
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
