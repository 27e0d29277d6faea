import { beforeEach, expect, it } from 'vitest'
import type { PageEvidence } from '../../core/model/evidence'
import { turnedBox } from '../../core/text/turnedBox'
import { amendDocument } from '../../flow/amend'
import { pageExamined } from '../../flow/examine'
import { putWordsRight } from '../../flow/putWordsRight'
import { redactPage } from '../../flow/redact'
import { showBatch } from '../../store/batches/show'
import { refreshWords } from '../../store/find/words'
import { pageToExamine } from '../../store/pages/toExamine'
import { keepWords, wordsOfPage } from '../../store/pages/words'
import { batch, blank, by, code, examined, fillAll, flow, jobs, ownDatabase, sorted, sql } from '../store/harness'

ownDatabase()

const read = ['Moored', 'Sandpipcr', '26-03-31'].map((text, at) => ({
  text,
  x: 1 + at,
  y: 2,
  width: 0.8,
  height: 0.12,
  confidence: 0.5,
  line: 0,
}))
let page: number
let document: number
const right = (at: number, said: string, given: string | null = null) =>
  putWordsRight(flow, by, { id: page, batch }, [{ at, was: read[at]!.text, said }], given)
const texts = async () => (await wordsOfPage(sql, page)).map(word => word.text)
const found = async (text: string) =>
  (await sql`select 1 from document_words where document_id = ${document} and search @@ plainto_tsquery('simple', ${text})`).length > 0

beforeEach(async () => {
  await sorted(code('MP26-04217'), blank)
  await fillAll(null)
  const [row] = await sql<{ page: number; document: number }[]>`
    select id as page, document_id as document from pages where batch_id = ${batch} and document_id is not null order by position limit 1`
  ;({ page, document } = row!)
  await sql.begin(async tx => {
    await keepWords(tx, page, read)
    await refreshWords(tx, [document])
  })
  await sql`update rubric_versions set body = body - 'redact'`
})
const file = async () => {
  await sql`update documents set state = 'sent', built_at = now() where id = ${document}`
  await sql`update batches set state = 'done' where id = ${batch}`
  await sql`delete from pgboss.job`
}

it('changes what a document is found by, and stays when the page is read again', async () => {
  expect(await found('sandpiper')).toBe(false)
  expect(await right(1, 'Sandpiper')).toBeNull()
  expect([await texts(), await found('sandpiper'), await found('sandpipcr')]).toEqual([['Moored', 'Sandpiper', '26-03-31'], true, false])
  await sql.begin(tx => keepWords(tx, page, read))
  expect(await texts()).toEqual(['Moored', 'Sandpiper', '26-03-31'])
  const [line] = await sql`select person, new from trail where what = 'put words right' and document_id = ${document}`
  expect(line).toEqual({ person: by.person, new: { page: 1, words: 1 } })
})

it('refuses what was read otherwise by now, and pages that never were paper', async () => {
  expect(await putWordsRight(flow, by, { id: page, batch }, [{ at: 1, was: 'Marram', said: 'Sandpiper' }], null)).toContain('read again')
  expect(await putWordsRight(flow, by, { id: page, batch }, [{ at: 9, was: 'Marram', said: 'Sandpiper' }], null)).toContain('read again')
  await sql`update pages set born_digital = true where id = ${page}`
  expect(await right(1, 'Sandpiper')).toContain('never was paper')
})

it('has a filed document made and sent as its next edition, and refuses while one is on its way', async () => {
  await file()
  expect(await right(1, 'Sandpiper')).toBeNull()
  const [row] = await sql`select state, edition, built_at from documents where id = ${document}`
  expect(row).toEqual({ state: 'checked', edition: 2, built_at: null })
  expect([(await showBatch(sql, batch))!.state, await jobs('build')]).toEqual(['sending', [{ document }]])
  expect(await right(0, 'Mowed')).toContain('on its way')
})

it('does so, too, while another document of its batch waits for people', async () => {
  await file()
  await sql`update batches set state = 'to index' where id = ${batch}`
  expect(await right(1, 'Sandpiper')).toBeNull()
  expect([(await showBatch(sql, batch))!.state, await jobs('build')]).toEqual(['to index', [{ document }]])
})

it('asks for the code of protected files, which was forgotten, before they are made anew', async () => {
  await file()
  await sql`update batches set protected = true where id = ${batch}`
  expect(await right(1, 'Sandpiper')).toContain('Type that code')
  expect(await amendDocument(flow, by, { id: document, batch })).toBe('code')
  expect(await right(1, 'Sandpiper', 'tide-4217')).toBeNull()
  const [row] = await sql`select choices->>'protect' as code from batches where id = ${batch}`
  expect(row).toEqual({ code: 'tide-4217' })
})

it('lets nobody type what the rubric blacks out, and forgets what was typed where something is blacked out', async () => {
  const redact = { highlighter: [], patterns: ['\\b\\d{2}-\\d{2}-\\d{4}\\b'] }
  await sql`update rubric_versions set body = body || ${sql.json({ redact })}`
  expect(await right(2, '26-03-3100')).toContain('blacks out')
  expect(await right(1, 'Sandpiper')).toBeNull()
  await redactPage(flow, by, { id: page, batch }, { add: [{ x: 1.9, y: 1.9, width: 1, height: 0.4 }], show: [] }, 'private')
  expect(await sql`select 1 from word_corrections where page_id = ${page}`).toHaveLength(0)
})

it('may be done beside what people had shown after all', async () => {
  const redact = { highlighter: [], patterns: ['\\b\\d{2}-\\d{2}-\\d{2}\\b'] }
  await sql`update rubric_versions set body = body || ${sql.json({ redact })}`
  expect(await right(1, 'Sandpiper')).toBeNull()
  expect(await right(0, '26-04-01')).toContain('blacks out')
})

it('holds for a page that was turned since, and goes where examining finds something to blacken', async () => {
  expect(await right(1, 'Sandpiper')).toBeNull()
  // A quarter to the right: what stood at the left edge stands at the top.
  const [size] = await sql<{ width: number; height: number }[]>`
    select (evidence->>'widthPx')::float / (evidence->>'dpi')::float as width,
      (evidence->>'heightPx')::float / (evidence->>'dpi')::float as height
    from pages where id = ${page}`
  const turned = read.map(word => ({ ...word, ...turnedBox(word, 90, size!.height, size!.width) }))
  await sql`
    update pages
    set turned = 90, evidence = evidence || jsonb_build_object('widthPx', evidence->'heightPx', 'heightPx', evidence->'widthPx')
    where id = ${page}`
  await sql.begin(tx => keepWords(tx, page, turned))
  expect(await texts()).toEqual(['Moored', 'Sandpiper', '26-03-31'])

  const [row] = await sql<{ evidence: PageEvidence }[]>`select evidence from pages where id = ${page}`
  await sql`update pages set evidence = null where id = ${page}`
  const redactions = [{ ...turned[1]!, by: 'highlighter' as const }].map(({ x, y, width, height, by }) => ({ x, y, width, height, by }))
  await pageExamined(flow, (await pageToExamine(sql, page))!, examined({ ...row!.evidence, redactions }))
  expect(await sql`select 1 from word_corrections where page_id = ${page}`).toHaveLength(0)
})
