interface Work {
  /** Waits until no change is being kept, a button's or a drag's neither. */
  idle: () => Promise<unknown>
  /** Forgets what went wrong before. */
  begin: () => void
  failed: () => boolean
}

/**
 * Acts in turn: one that comes while a change is being kept waits, and is judged by the ribbon as it is then; after one that
 * failed nothing more is done of what waits.
 */
export function actsInTurn({ idle, begin, failed }: Work): (act: () => unknown) => Promise<void> {
  const waiting: (() => unknown)[] = []
  let busy = false
  return async act => {
    waiting.push(act)
    if (busy) return
    busy = true
    await idle()
    begin()
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      await next()
      await idle()
      if (failed()) waiting.length = 0
    }
    busy = false
  }
}
