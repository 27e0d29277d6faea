import { createEventStream } from 'h3'
import { changes, mayHear } from '../../changes'
import { defineRoute } from '../../route'

const beatSeconds = 20

export default defineRoute({
  does: 'Server-sent events: `batch`, `document` and `slip`, each with its `id` and its `batch`, when something of it changed.',
  may: 'person',
  scope: 'read',
  run({ event, person }) {
    const stream = createEventStream(event)
    const may = mayHear(person)
    const push = (name: string, id: number, batch: number) => stream.push({ event: name, data: JSON.stringify({ id, batch }) })
    const stop = changes.listen((change) => {
      void (async () => {
        // After a broken connection some may have been missed: whoever listens asks again for what it wants to know.
        if (change === null) return stream.push({ event: 'missed', data: '{}' })
        if (!await may(change)) return
        await push('batch', change.batch, change.batch)
        for (const id of change.documents ?? []) await push('document', id, change.batch)
        for (const id of change.slips ?? []) await push('slip', id, change.batch)
      })().catch(() => stream.close())
    })
    const beat = setInterval(() => void stream.push({ event: 'beat', data: '' }).catch(() => undefined), beatSeconds * 1000)
    stream.onClosed(async () => {
      clearInterval(beat)
      stop()
      await stream.close()
    })
    return stream.send()
  },
})
