import { createEventStream, type H3Event } from 'h3'
import type { Person } from '../core/model/views'
import type { Change } from '../store/changes'
import { changes, mayHear } from './changes'

const beatSeconds = 20

export interface Said { event?: string, data: string }

/**
 * Server-sent events for one listener, with a beat that keeps proxies from closing a quiet connection.
 * @param told What to say about a change that this person may hear of, or about null: some may have been missed.
 */
export function streamChanges(event: H3Event, person: Person, told: (change: Change | null) => Said[]): Promise<void> {
  const stream = createEventStream(event)
  const may = mayHear(person)
  const stop = changes.listen((change) => {
    void (async () => {
      if (change !== null && !await may(change)) return
      for (const said of told(change)) await stream.push(said)
    })().catch(() => stream.close())
  })
  const beat = setInterval(() => void stream.push({ event: 'beat', data: '' }).catch(() => undefined), beatSeconds * 1000)
  stream.onClosed(async () => {
    clearInterval(beat)
    stop()
    await stream.close()
  })
  return stream.send()
}
