import { beforeAll, expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import type { SampleDocument } from '../../shared/views/rubrics'
import { client, cookieOf, type Client } from '../product/client'
import { running } from '../product/running'
import { sampleBatch, truth } from '../product/sample'

// What the rubric editor asks of a sample batch.
let steward: Client
let documents: SampleDocument[]
beforeAll(async () => {
  steward = await client('Piers')
  const answer = await steward<SampleDocument[]>('GET', `/api/batches/${await sampleBatch('Tamsin')}/sample`)
  expect(answer.status).toBe(200)
  documents = answer.body
})
const rubric = { version: 1, name: 'R' }

it('gives the first documents with their pages, and their barcodes by their parts', () => {
  expect(documents.length).toBeGreaterThan(3)
  expect(documents.length).toBeLessThanOrEqual(12)
  expect(documents[0]!.pages.map(page => page.position)).toEqual(truth.documents[0]!.sides)
  expect(documents[0]!.barcode.permit).toBe(truth.documents[0]!.fields.permit)
})

it('shows a side as a rubric would clean it, and says what is wrong with one that is not sound', async () => {
  const page = documents[0]!.pages[0]!
  const look = async (body: unknown) =>
    fetch(`${running().app}/api/pages/${page.id}/preview`, {
      method: 'POST',
      headers: { cookie: await cookieOf('Piers'), 'content-type': 'application/json' },
      body: JSON.stringify({ rubric: body }),
    })
  const [mono, grey] = [await look({ ...rubric, scan: { colour: 'mono' } }), await look({ ...rubric, scan: { colour: 'grey' } })]
  expect([mono.headers.get('content-type'), grey.headers.get('content-type')]).toEqual(['image/png', 'image/jpeg'])
  expect(mono.headers.get('cache-control')).toBe('no-store')
  const wrong = await look({ ...rubric, scan: { dpi: 20 } })
  expect([wrong.status, ((await wrong.json()) as { message: string }).message]).toEqual([422, 'scan.dpi: found 20, expected at least 75'])
})

it('reads a page now, without keeping anything, in languages that are installed', async () => {
  const { id } = documents[0]!.pages[0]!
  const read = (languages: string[]) => steward<Word[] & { message: string }>('POST', `/api/pages/${id}/words`, { languages })
  const { body } = await read(['eng'])
  expect(body.map(word => word.text).join(' ')).toContain('Mooring permit')
  expect((await read(['xyz'])).status).toBe(422)
  expect((await read(['../eng'])).status).toBe(400)
  expect((await steward<Word[]>('GET', `/api/pages/${id}/words`)).body).toEqual(documents[0]!.pages[0]!.words ?? [])
})
