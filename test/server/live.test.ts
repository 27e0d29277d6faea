import { afterEach, expect, it } from 'vitest'
import type { BatchDetail } from '../../shared/views/batches'
import type { DeviceChoice } from '../../shared/views/devices'
import type { RubricChoice } from '../../shared/views/rubrics'
import { client, cookieOf, until } from '../product/client'
import { emptyFeeder, putPaper, running } from '../product/running'

const streams: AbortController[] = []
afterEach(() => streams.splice(0).forEach(stream => stream.abort()))

/** What someone hears while signed in: batches that changed, in the order of hearing. */
async function hears(name: string): Promise<number[]> {
  const heard: number[] = []
  const stop = new AbortController()
  streams.push(stop)
  const response = await fetch(`${running().app}/api/live`, { headers: { cookie: await cookieOf(name) }, signal: stop.signal })
  expect(response.headers.get('content-type')).toContain('text/event-stream')
  void (async () => {
    for await (const bytes of response.body as unknown as AsyncIterable<Uint8Array>) {
      for (const [, data] of Buffer.from(bytes)
        .toString()
        .matchAll(/^data: (\{.*\})$/gm))
        heard.push((JSON.parse(data!) as { batch: number }).batch)
    }
  })().catch(() => undefined)
  return heard
}

it('a change is heard by whoever may see the batch, and by nobody else', async () => {
  const tamsin = await client('Tamsin')
  const rubrics = (await tamsin<RubricChoice[]>('GET', '/api/rubrics')).body
  const devices = (await tamsin<DeviceChoice[]>('GET', '/api/devices')).body
  await emptyFeeder()
  const [own, otherClerk, checker] = await Promise.all([hears('Tamsin'), hears('Jowan'), hears('Hedra')])
  await putPaper(4)
  const {
    body: { id },
  } = await tamsin<{ id: number }>('POST', '/api/batches', {
    rubric: rubrics.find(one => one.name === 'Mooring permits')!.id,
    device: devices[0]!.id,
  })
  await until(
    () => Promise.resolve(own),
    heard => heard.includes(id),
  )
  await until(
    () => Promise.resolve(checker),
    heard => heard.includes(id),
  )
  await tamsin('POST', `/api/batches/${id}/cancel`)
  await until(
    async () => (await tamsin<BatchDetail>('GET', `/api/batches/${id}`)).body,
    found => found.loads[0]!.state === 'cancelled',
  )
  // Each side was told of; the cancelling came last.
  expect(own.filter(batch => batch === id).length).toBeGreaterThan(1)
  expect(otherClerk).not.toContain(id)
})
