import { createHash } from 'node:crypto'
import { beforeAll, expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import type { SampleDocument, SampleFiles, TryView } from '../../shared/views/rubrics'
import { client, cookieOf, until, type Client } from '../product/client'
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

it('makes the files of a sample’s first pages, and weighs them in each colour; whoever asked fetches them', async () => {
  const batch = await sampleBatch('Tamsin')
  const files = [{ format: 'pdf-a', name: '{permit}' }]
  const types = [{ id: 'mooring-permit', label: 'Permit', fields: [{ id: 'permit', label: 'Permit' }] }]
  const body = { version: 1, name: 'R', scan: { colour: 'mono' }, types, read: { ocr: false }, files }
  const { status, body: begun } = await steward<{ id: string }>('POST', '/api/tries', { body, batch, what: 'files' })
  expect(status).toBe(202)
  const url = `/api/tries/${begun.id}`
  const { outcome, trouble } = await until(
    async () => (await steward<TryView<SampleFiles>>('GET', url)).body,
    one => one.outcome !== null || one.trouble !== null,
  )
  expect(trouble).toBeNull()
  const { pages, words, sizes, files: made } = outcome!
  expect([pages, words, made.map(file => file.name)]).toEqual([
    Math.min(3, truth.documents[0]!.sides.length),
    0,
    [`${truth.documents[0]!.fields.permit}.pdf`],
  ])
  const weigh = (colour: string, format: string) => sizes.find(size => size.colour === colour && size.format === format)!.bytes
  expect(weigh('mono', 'pdf-a')).toBe(made[0]!.bytes)
  expect(weigh('grey', 'pdf-a')).toBeGreaterThan(weigh('mono', 'pdf-a'))
  expect(sizes.filter(size => size.own).map(size => size.format)).toEqual(['pdf-a', 'pdf-a', 'pdf-a'])

  const fetched = await fetch(`${running().app}${url}/file?at=0`, { headers: { cookie: await cookieOf('Piers') } })
  const bytes = Buffer.from(await fetched.arrayBuffer())
  expect([fetched.headers.get('content-type'), createHash('sha256').update(bytes).digest('hex')]).toEqual([
    'application/pdf',
    made[0]!.sha256,
  ])
  expect((await steward('GET', `${url}/file?at=1`)).status).toBe(404)
})
