import { expect, it } from 'vitest'
import type { PageEvidence } from '../../core/model/evidence'
import { enterFields } from '../../flow/fill'
import { reviseBatch } from '../../flow/revise'
import { findRubric, saveRubric } from '../../store/setup/rubrics'
import { findDocument } from '../../store/documents/read'
import { refreshWords } from '../../store/find/words'
import { keepWords } from '../../store/pages/words'
import { batch, blank, by, code, examineAll, fillAll, flow, ownDatabase, owner, rubric, sorted, sql } from '../store/harness'

ownDatabase()

const words = ['Moored', 'Sandpiper', '26-03-31'].map((text, at) => ({
  text,
  x: 1 + at,
  y: 2,
  width: 0.8,
  height: 0.12,
  confidence: 0.9,
  line: 0,
}))
const underSecond = { redactions: [{ x: 1.9, y: 1.9, width: 1, height: 0.4, by: 'pattern' as const }] }

it('what a rubric’s newer version blackens is gone from what people entered, too', async () => {
  const sides: Partial<PageEvidence>[] = [code('MP26-04217'), blank]
  await sorted(...sides)
  await fillAll(null)
  const [row] = await sql<{ page: number; document: number }[]>`
    select id as page, document_id as document from pages where batch_id = ${batch} and document_id is not null order by position limit 1`
  const { page, document } = row!
  await sql.begin(async tx => {
    await keepWords(tx, page, words)
    await refreshWords(tx, [document])
  })
  const said = (value: string) => ({ value, from: 'person' as const, confidence: 1 })
  const entry = { fields: { note: said('Sandpiper'), hull: said('43574245') }, confirm: false }
  expect(await enterFields(flow, by, (await findDocument(sql, document))!, entry)).toBeNull()
  const saying = async (text: string) => ({
    fields: (await sql`select 1 from documents where id = ${document} and fields::text like ${`%${text}%`}`).length,
    trail: (await sql`select 1 from trail_values where document_id = ${document} and value = ${text}`).length,
    search: (await sql`select 1 from document_words where document_id = ${document} and search @@ plainto_tsquery('simple', ${text})`)
      .length,
  })
  expect(await saying('Sandpiper')).toEqual({ fields: 1, trail: 1, search: 1 })

  const body = (await findRubric(sql, rubric.id, 1))!
  const redact = { patterns: ['Sand\\w+'], highlighter: [], keepOriginal: false, look: false }
  expect(await saveRubric(sql, rubric.id, 1, { ...body, redact }, owner)).toMatchObject({ outcome: 'saved', version: 2 })
  expect(await reviseBatch(flow, by, batch)).toBe('done')
  await examineAll([{ ...code('MP26-04217'), ...underSecond }, blank])
  expect(await saying('Sandpiper')).toEqual({ fields: 0, trail: 0, search: 0 })
  expect(await saying('43574245')).toEqual({ fields: 1, trail: 1, search: 1 })
  expect(await sql`select 1 from trail where document_id = ${document} and what = 'let values go'`).toHaveLength(1)
  expect(await sql`select 1 from page_words where page_id = ${page}`).toHaveLength(0)
})
