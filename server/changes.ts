import { hear, type Change } from '../store/live'
import { store } from './context'

type Listener = (change: Change | null) => void

const listeners = new Set<Listener>()
let hearing: Promise<unknown> | null = null

/** One connection hears of changes for all browsers. Null means that some may have been missed. */
export const changes = {
  listen(listener: Listener): () => void {
    listeners.add(listener)
    hearing ??= hear(store().sql, change => listeners.forEach(each => each(change))).catch((error: unknown) => {
      hearing = null
      console.error(`Changes cannot be heard: ${String(error)}`)
    })
    return () => listeners.delete(listener)
  },
}
