import { createEventStream, type EventStream, type H3Event } from 'h3'
import type { Person } from '../shared/views/people'
import { changes, mayHear, type Heard } from './changes'

const beatSeconds = 20

const open = new Set<EventStream>()

/** Ends all streams: the server ends, and browsers come back to the next one by themselves. */
export function endStreams(): void {
  for (const stream of open) void stream.close()
}

export interface Said {
  event?: string
  data: string
}

/**
 * Server-sent events for one listener, with a beat that keeps proxies from closing a quiet connection.
 * @param still throws where this listener may no longer listen: asked at every beat
 * @param told What to say about a change that this person may hear of, or about null: some may have been missed.
 */
export function streamChanges(
  event: H3Event,
  person: Person,
  still: () => Promise<unknown>,
  told: (change: Heard | null) => Said[],
): Promise<void> {
  const stream = createEventStream(event)
  open.add(stream)
  const may = mayHear(person)
  const stop = changes.listen(change => {
    void (async () => {
      const heard = change && (await may(change))
      if (change !== null && heard === null) return
      for (const said of told(heard)) await stream.push(said)
    })().catch(() => stream.close())
  })
  const beat = setInterval(() => {
    still()
      .then(() => stream.push({ event: 'beat', data: '' }))
      .catch(() => stream.close())
  }, beatSeconds * 1000)
  stream.onClosed(async () => {
    clearInterval(beat)
    stop()
    open.delete(stream)
    await stream.close()
  })
  // The first beat goes out at once: until something is sent, whoever listens does not know that they are connected.
  stream.push({ event: 'beat', data: '' }).catch(() => stream.close())
  return stream.send()
}
