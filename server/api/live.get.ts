import { maySee, seesAll } from '../../store/batches/list'
import type { Change } from '../../store/live'
import { requirePerson } from '../access'
import { store } from '../context'
import { changes } from '../changes'

const beatSeconds = 20

// Server-sent events: what changed, for those who may know.
export default defineEventHandler(async (event) => {
  const person = await requirePerson(event)
  const stream = createEventStream(event)
  const known = new Map<number, boolean>()
  const may = async ({ batch }: Change) => {
    if (seesAll(person)) return true
    if (!known.has(batch)) known.set(batch, await maySee(store().sql, person, batch))
    return known.get(batch)!
  }
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
})
