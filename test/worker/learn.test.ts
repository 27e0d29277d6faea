import { beforeEach, expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import { enterFields } from '../../flow/fill'
import { documentRead } from '../../flow/read'
import { redactPage } from '../../flow/redact'
import { documentsOfBatch, pagesOfBatch } from '../../store/batches/show'
import { findDocument } from '../../store/documents/read'
import { showDocument } from '../../store/documents/show'
import { forgetLearned, learnedOf, typesKey } from '../../store/learned'
import { keepWords } from '../../store/pages/words'
import { learn } from '../../worker/learn'
import { fill } from '../../worker/steps/fill'
import type { Work } from '../../worker/context'
import { batch, by, code, fillAll, flow, newBatch, ownDatabase, queue, rubric, sorted, sql } from '../store/harness'

ownDatabase()

const line = (text: string, x: number, y: number, number: number): Word[] =>
  text.split(' ').map((part, at) => ({ text: part, x: x + at * 0.7, y, width: 0.6, height: 0.14, confidence: 0.95, line: number }))
const kinds = { permit: 'Mooring permit for the vessel and berth below', other: 'Statement of dues to be paid before April' }
const owners = ['Wenna Sark', 'Tegen Roe', 'Massen Hale', 'Ysella Crewe', 'Daveth Orme', 'Kitto Ansell']
const paper = (type: keyof typeof kinds, owner: string) => [
  ...line(kinds[type], 1, 1, 0),
  ...line('Owner', 3, 2.2, 1),
  ...line(owner, 3, 2.4, 2),
]

/** Documents of these types, each with its words, none of whose types any rule said. */
async function documents(all: { type: keyof typeof kinds; owner: string }[]) {
  await sorted(...all.map((_, at) => code(`MP26-0421${at}`)))
  await sql`update documents set type_said = false, type = 'other' where batch_id = ${batch}`
  const pages = await pagesOfBatch(sql, batch)
  for (const [at, { type, owner }] of all.entries()) await keepWords(sql, pages[at]!.id, paper(type, owner))
  return documentsOfBatch(sql, batch)
}

/** What people confirm of one type, each with its owner typed in. */
async function confirmed(type: keyof typeof kinds) {
  for (const { id } of await documents(owners.map(owner => ({ type, owner })))) {
    await sql`update documents set type = ${type} where id = ${id}`
    await fillAll(null)
    const document = (await findDocument(sql, id))!
    const owner = owners[document.position - 1]!
    expect(
      await enterFields(flow, by, document, { fields: { note: { value: owner, from: 'person', confidence: 1 } }, confirm: true }),
    ).toBeNull()
  }
}

const work = { ...flow, blobs: null, examiners: null } as unknown as Work

async function filled(type: keyof typeof kinds, owner: string) {
  await newBatch()
  const [one] = await documents([{ type, owner }])
  await documentRead(flow, (await findDocument(sql, one!.id))!)
  await fill({ ...work, sql, queue }, { document: one!.id })
  return (await showDocument(sql, one!.id))!
}

beforeEach(async () => {
  await sql`delete from learned`
  await sql`update learning set looked_at = now() - interval '1 hour'`
})

it('takes values from where people found them, and types from what they are like; with one button it does not', async () => {
  await confirmed('permit')
  await newBatch()
  await confirmed('other')
  await learn(sql)
  const known = await learnedOf(sql, rubric.id)
  expect(known.places.permit?.note?.measured).toEqual({ documents: 6, right: 6, wrong: 0, open: 0 })
  expect(known.types?.measured).toEqual({ documents: 12, right: 12, wrong: 0, open: 0 })

  const document = await filled('permit', 'Perran Vose')
  expect(document).toMatchObject({ type: 'permit', fields: { note: { value: 'Perran Vose', from: 'learned', page: 1 } } })
  expect(document.typeWhy).toMatch(/^Like other documents of the type Permit: it has “/)

  // Nobody else looks within the same minute, and what was forgotten is not learned again from what taught it.
  expect(await forgetLearned(sql, rubric.id, { what: 'place', type: 'permit', field: 'note' })).toBe(true)
  expect(await forgetLearned(sql, rubric.id, typesKey)).toBe(true)
  expect(await forgetLearned(sql, rubric.id, typesKey)).toBe(false)
  await sql`update learning set looked_at = now() - interval '1 hour'`
  await learn(sql)
  const after = await learnedOf(sql, rubric.id)
  expect([after.types, after.places.permit, after.places.other?.note?.measured.right]).toEqual([null, undefined, 6])
  expect(await filled('permit', 'Perran Vose')).toMatchObject({ type: 'other', typeWhy: null })
})

it('forgets the words that mark types and places once something is blacked out, and why a document is of its type', async () => {
  await confirmed('permit')
  await newBatch()
  await confirmed('other')
  await learn(sql)
  const document = await filled('permit', 'Perran Vose')
  expect(document.typeWhy).toContain('Like other documents')
  const before = await learnedOf(sql, rubric.id)
  expect(before.types).not.toBeNull()
  expect(before.places.permit?.note?.layouts[0]?.print).toEqual(['owner'])
  const [page] = await pagesOfBatch(sql, batch)
  await redactPage(flow, by, { id: page!.id, batch }, { add: [{ x: 3, y: 2.3, width: 2, height: 0.4 }], show: [] }, 'A name')
  const { types, places } = await learnedOf(sql, rubric.id)
  expect(types).toBeNull()
  expect(places.permit?.note).toMatchObject({ layouts: [{ page: 0 }], measured: before.places.permit?.note?.measured })
  expect(places.permit?.note?.layouts[0]?.print).toBeUndefined()
  expect(await showDocument(sql, document.id)).toMatchObject({ type: 'permit', typeWhy: null })
})
