import { describe, expect, it } from 'vitest'
import type { FieldValue } from '../../core/model/ledger'
import { enterFields } from '../../flow/fill'
import { Office } from '../../core/model/office'
import { FindAsked } from '../../shared/views/find'
import { listBatches } from '../../store/batches/list'
import { documentsOfBatch } from '../../store/batches/show'
import { findDocument } from '../../store/documents/read'
import { countFound, findAmong, findDocuments, knownTypes, narrowings } from '../../store/find/find'
import { forgetSearch, keepSearch, keptSearches } from '../../store/find/kept'
import { nearlySpelt } from '../../store/find/near'
import { refreshWords, termsOf } from '../../store/find/words'
import { keepWords } from '../../store/pages/words'
import { saveOffice } from '../../store/setup/office'
import { trailLines } from '../../store/trailLines'
import { line } from '../core/pages'
import { batch, blank, by, code, fillAll, flow, idOf, ownDatabase, owner, sorted, sql } from './harness'

ownDatabase()

const tamsin = { id: owner, name: 'Tamsin', roles: ['clerk' as const] }
const me = () => ({ ...tamsin, id: owner })
const find = async (asked: Record<string, string>) =>
  (await findDocuments(sql, me(), FindAsked.parse(asked), 50)).filter(row => here.has(row.id)).map(row => row.id)
let here = new Set<number>()

/** Two filed permits with words on their pages. */
async function two(): Promise<[number, number]> {
  await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
  await keepWords(sql, await idOf(1), line('Dues for the vessel Gannet Rose'))
  await keepWords(sql, await idOf(3), line('Dues of the Marram, inspected by Thistle'))
  await fillAll(null)
  const documents = await documentsOfBatch(sql, batch)
  const fields = [
    { note: 'Wenna Sark', fee: '12.50', issued: '2026-03-31' },
    { note: 'Corin Dell', fee: '800', issued: '2026-06-01' },
  ]
  for (const [at, one] of documents.entries()) {
    const typed = Object.entries(fields[at]!).map(([id, value]) => [id, { value, from: 'person' as const, confidence: 1 }])
    await enterFields(flow, by, (await findDocument(sql, one.id))!, {
      fields: Object.fromEntries(typed) as Record<string, FieldValue>,
      confirm: at === 0,
    })
  }
  here = new Set(documents.map(one => one.id))
  return [documents[0]!.id, documents[1]!.id]
}

describe('documents are found', () => {
  it('by words of their pages, values, barcode and batch, as they begin and as they look', async () => {
    const [first, second] = await two()
    const both = [first, second].sort((one, other) => other - one)
    expect(await find({ text: 'dues' })).toEqual(both)
    expect(await find({ text: 'gannet' })).toEqual([first])
    expect(await find({ text: 'GANN wenna' })).toEqual([first])
    expect(await find({ text: 'gannet corin' })).toEqual([])
    expect(await find({ text: 'MP26-04218' })).toEqual([second])
    // As the engine may read it, or a hurried person type it: rn for m, l for i, one letter for two.
    expect([await find({ text: 'rnarrarn' }), await find({ text: 'thlstle' }), await find({ text: 'ganet' })]).toEqual([
      [second],
      [second],
      [first],
    ])
    expect(await find({ text: 'harebell' })).toEqual([])
    // Nothing of what is typed is taken for a sign of the database's.
    for (const text of ["o'", '& | !', '\\', "'':*", '"', '((', '~', 'a:*b']) expect(await find({ text })).toBeDefined()
  })

  it('by type, state, person, day, and ranges of their fields', async () => {
    const [first, second] = await two()
    expect(await find({ state: 'indexed' })).toEqual([first])
    expect(await find({ person: 'Tamsin' })).toEqual([first])
    expect(await find({ type: 'permit', 'f.note': 'cor' })).toEqual([second])
    expect(await find({ 'f.fee': '10..20' })).toEqual([first])
    expect(await find({ 'f.fee': '100..' })).toEqual([second])
    expect(await find({ 'f.issued': '2026-04-01..2026-12-31' })).toEqual([second])
    // What is no end of a range bounds nothing, and breaks nothing.
    expect((await find({ 'f.issued': '2026-04-01..soon' })).length + (await find({ 'f.fee': 'some..' })).length).toBeGreaterThan(1)
    expect(await find({ from: '2000-01-01', to: '2000-12-31' })).toEqual([])
    // Half past eleven at Greenwich is the next day where clocks show summer time: a document's, a batch's and the trail's.
    await saveOffice(sql, Office.parse({ timeZone: 'Europe/London' }))
    const [late, day] = ['2026-03-31T23:30:00Z', { from: '2026-04-01', to: '2026-04-01' }]
    await sql`update documents set indexed_at = ${late} where id = ${first}`
    await sql`update batches set created_at = ${late} where id = ${batch}`
    await sql`insert into trail (actor, what, at) values ('worker', 'late', ${late})`
    expect([await find(day), await find({ to: '2026-03-31' })]).toEqual([[first], []])
    const begun = await listBatches(sql, me(), {
      ...day,
      open: false,
      mine: false,
      text: '',
      state: null,
      sort: 'newest',
      before: null,
      most: 9,
    })
    expect(begun.map(row => row.id)).toEqual([batch])
    expect((await trailLines(sql, { ...day, before: null, most: 9 })).map(line => line.what)).toEqual(['late'])
    const [newest, oldest] = [Math.max(first, second), Math.min(first, second)]
    expect(await find({ before: String(newest) })).toEqual([oldest])
  })

  it('the same, whichever way they are looked for', async () => {
    await two()
    for (const asked of [
      { text: 'dues' },
      { text: 'gannet ros' },
      { text: 'Marrarn' },
      { text: 'dues', 'f.fee': '10..20' },
      { text: 'dues', 'f.fee': '10..', from: '2020-01-01', to: '2099-12-31' },
      { text: 'zzzz', 'f.fee': '10' },
      { text: 'zzzz' },
    ]) {
      const among = async (way: Parameters<typeof findAmong>[4]) =>
        (await findAmong(sql, me(), FindAsked.parse(asked), 50, way)).map(row => [row.id, row.at, row.around])
      const every = await among('all')
      expect([asked.text, await among('newest'), await among('having the words')]).toEqual([asked.text, every, every])
      for (const these of narrowings(sql, FindAsked.parse(asked))) expect(await among({ these })).toEqual(every)
    }
  })

  it('also where somebody spells a word nearly so, of what they may see', async () => {
    await two()
    expect(await nearlySpelt(sql, me(), 'gaxnet rose')).toBe('gannet rose')
    expect(await nearlySpelt(sql, me(), 'Dues for Mararm')).toBe('Dues for marram')
    // A word that is there stays, also in company that nobody has; numbers and what is in quotes are meant as they stand.
    expect(await nearlySpelt(sql, me(), 'gannet zzzzzz')).toBeNull()
    for (const text of ['gannet', '04218', '"gaxnet rose"', 'ros', ''])
      expect([text, await nearlySpelt(sql, me(), text)]).toEqual([text, null])
    const stranger = { id: '00000000-0000-4000-8000-000000000000', name: 'Nobody', roles: ['clerk' as const] }
    expect(await nearlySpelt(sql, stranger, 'gaxnet')).toBeNull()
  })

  it('with how many there are of each kind, and what stands around the words', async () => {
    const [first] = await two()
    const counts = await countFound(sql, me(), FindAsked.parse({ text: 'gannet' }))
    expect(counts.states.map(one => one.value)).toContain('indexed')
    expect(counts.types.map(one => one.value)).toEqual(['permit'])
    const [row] = await findDocuments(sql, me(), FindAsked.parse({ text: 'gannet', state: 'indexed' }), 1)
    expect(row).toMatchObject({ id: first, at: 1, pages: 1, around: expect.stringMatching(/vessel .Gannet. Rose/) as string })
  })

  it('not by others who may not see them', async () => {
    await two()
    const stranger = { id: '00000000-0000-4000-8000-000000000001', name: 'Nobody', roles: ['clerk' as const] }
    expect(await findDocuments(sql, stranger, FindAsked.parse({ text: 'dues' }), 50)).toEqual([])
    expect((await countFound(sql, stranger, FindAsked.parse({}))).all).toBe(0)
    expect((await knownTypes(sql, stranger)).map(type => type.id)).toEqual(['permit', 'other'])
    await sql`update rubrics set open = false`
    expect(await knownTypes(sql, stranger)).toEqual([])
    await sql`update rubrics set open = true`
  })

  it('by their values where they have more words than can be kept', async () => {
    const [first] = await two()
    const many = Array.from({ length: 60_000 }, (_, at) => `word${at}word${at * 7919}long`)
    await sql`update page_words set plain = ${many.slice(0, 30_000).join(' ')} where page_id = ${await idOf(1)}`
    await refreshWords(sql, [first])
    expect([await find({ text: many[5]! }), await find({ text: 'wenna' })]).toEqual([[], [first]])
  })
})

it('words and phrases are told apart, and what has no letter or digit is none', () => {
  expect(termsOf('Sark "Gannet Rose" - "half')).toEqual([
    { text: 'sark', phrase: false },
    { text: 'gannet rose', phrase: true },
    { text: 'half', phrase: true },
  ])
})

it('searches are kept by name, one’s own alone', async () => {
  await keepSearch(sql, owner, 'Dues', { text: 'dues' })
  await keepSearch(sql, owner, 'Dues', { text: 'dues', state: 'open' })
  const [one, ...others] = await keptSearches(sql, owner)
  expect([one!.query, others]).toEqual([{ text: 'dues', state: 'open' }, []])
  await forgetSearch(sql, '00000000-0000-4000-8000-000000000001', one!.id)
  expect(await keptSearches(sql, owner)).toHaveLength(1)
  await forgetSearch(sql, owner, one!.id)
  expect(await keptSearches(sql, owner)).toEqual([])
})
