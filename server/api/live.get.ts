import { createEventStream } from 'h3'
import { changes, mayHear } from '../changes'
import { defineRoute } from '../route'

const beatSeconds = 20

export default defineRoute({
  does: 'Server-sent events: what changed, for those who may know.',
  may: 'person',
  async run({ event, person }) {
    const stream = createEventStream(event)
    const may = mayHear(person)
    const stop = changes.listen((change) => {
      void (async () => {
        if (change === null || await may(change)) await stream.push(JSON.stringify(change))
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
