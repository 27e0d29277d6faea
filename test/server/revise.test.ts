import { afterAll, expect, it } from 'vitest'
import type { BatchDetail } from '../../shared/views/batches'
import type { RubricChoice, RubricText } from '../../shared/views/rubrics'
import { openDatabase } from '../../store/database'
import { client, until } from '../product/client'
import { running } from '../product/running'
import { sampleBatch } from '../product/sample'

const sql = openDatabase(running().database, 1)
afterAll(() => sql.end())

it('a batch keeps its version until somebody moves it; then all of it is done anew, and what people corrected stays', async () => {
  const [piers, tamsin] = await Promise.all([client('Piers'), client('Tamsin')])
  const permits = (await piers<RubricChoice[]>('GET', '/api/rubrics')).body.find(one => one.name === 'Mooring permits')!
  const body = (await piers<RubricText>('GET', `/api/rubrics/${permits.id}`)).body.body as { split: object }
  const first = { ...body, name: 'Permits, revised' }
  const { id: rubric } = (await piers<{ id: string }>('POST', '/api/rubrics', { body: first })).body
  const id = await sampleBatch('Tamsin')
  await sql`update batches set rubric_id = ${rubric}, rubric_version = 1 where id = ${id}`
  const show = async () => (await tamsin<BatchDetail>('GET', `/api/batches/${id}`)).body
  const revise = () => tamsin<{ message: string }>('POST', `/api/batches/${id}/version`)
  expect((await revise()).body.message).toContain('stands under the newest version already')

  // Without reading, so that this is quick; a page whose code does not read goes with the one before.
  const second = { ...first, read: { ocr: false }, split: { ...first.split, unread: 'previous' } }
  expect((await piers('PUT', `/api/rubrics/${rubric}`, { from: 1, body: second })).status).toBe(200)
  const before = await show()
  expect([before.version, before.newestVersion, before.state]).toEqual([1, 2, 'to fix'])
  const changes = (await tamsin<{ changes: { at: string[] }[] }>('GET', `/api/batches/${id}/version`)).body.changes
  expect(changes.map(one => one.at.join('.')).sort()).toEqual(['read.ocr', 'split.unread'])

  const aside = before.pages.filter(page => page.fate === 'kept' && !page.heading)[0]!
  expect((await tamsin('POST', `/api/batches/${id}/corrections`, { do: 'set-aside', pages: [aside.id] })).status).toBe(200)
  expect((await revise()).status).toBe(200)
  const after = await until(show, found => found.state === 'to index')
  expect(after.version).toBe(2)
  expect(after.pages.filter(page => page.asks)).toEqual([])
  expect(after.pages.find(page => page.id === aside.id)!.fate).toBe('set-aside')
  expect([after.totals.scanned, after.totals.undecided, after.totals.held]).toEqual([before.totals.scanned, 0, 0])

  const third = { ...second, clean: { spread: 'left-to-right' } }
  expect((await piers('PUT', `/api/rubrics/${rubric}`, { from: 2, body: third })).status).toBe(200)
  expect((await revise()).body.message).toContain('makes other pages of a side')
})
