import { beforeAll, describe, expect, it } from 'vitest'
import type { FieldValue } from '../../core/model/ledger'
import { amendDocument } from '../../flow/amend'
import { undoCorrection } from '../../flow/correct'
import { leaseDocument, leaveDocument } from '../../flow/documentLease'
import { draftOf, keepDraft } from '../../flow/entryDraft'
import { enterFields } from '../../flow/fill'
import { setType } from '../../flow/setType'
import { documentsOfBatch, showBatch } from '../../store/batches/show'
import { entriesOf } from '../../store/documents/entries'
import { nextToEnter } from '../../store/documents/next'
import { documentsInBulk } from '../../store/documents/inBulk'
import { historyOf } from '../../store/documents/history'
import { findDocument } from '../../store/documents/read'
import { siblingsOf } from '../../store/documents/siblings'
import { addPerson, personByPassword } from '../../store/people/people'
import { rubricOfBatch } from '../../store/setup/rubrics'
import { batch, blank, by, code, fillAll, flow, jobs, ownDatabase, sorted, sql } from '../store/harness'

ownDatabase()

const people = new Map<string, string>()
const acting = (name: string) => ({ kind: 'person' as const, person: people.get(name)! })
const checker = (name: string) => ({ id: people.get(name)!, name, roles: ['checker' as const] })
const typed = (fields: Record<string, string>): Record<string, FieldValue> =>
  Object.fromEntries(Object.entries(fields).map(([id, value]) => [id, { value, from: 'person', confidence: 1 }]))

beforeAll(async () => {
  people.set('Tamsin', by.person)
  for (const name of ['Jowan', 'Hedra']) {
    await addPerson(sql, { name, password: 'right', pin: name, badge: name, roles: ['checker'] }, 'key')
    people.set(name, (await personByPassword(sql, name, 'right'))!.id)
  }
})

const documents = async () => Promise.all((await documentsOfBatch(sql, batch)).map(async one => (await findDocument(sql, one.id))!))
const two = async () => {
  await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
  await fillAll(null)
  return (await documents()) as [Awaited<ReturnType<typeof documents>>[0], Awaited<ReturnType<typeof documents>>[0]]
}

describe('who is at a document', () => {
  it('has it alone until they leave it, it lapses, or somebody takes it over', async () => {
    const [first, second] = await two()
    const at = { id: first.id, batch }
    expect((await leaseDocument(sql, at, people.get('Tamsin')!, false)).name).toBe('Tamsin')
    expect((await leaseDocument(sql, at, people.get('Jowan')!, false)).name).toBe('Tamsin')
    const entry = { fields: typed({ note: 'mine' }), confirm: false }
    await expect(enterFields(flow, acting('Jowan'), first, entry)).rejects.toThrow('Tamsin is at this document now.')
    await expect(setType(flow, acting('Jowan'), at, 'other')).rejects.toThrow('Tamsin is at this document now.')
    await expect(keepDraft(sql, acting('Jowan'), at, { typed: {}, pass: 1 })).rejects.toThrow('Tamsin is at this document now.')
    // Another document of the same batch is nobody's.
    expect(await enterFields(flow, acting('Jowan'), second, entry)).toBeNull()
    expect(await nextToEnter(sql, checker('Jowan'), { batch })).toBe(second.id)

    await sql`update document_leases set until = now() where document_id = ${first.id}`
    expect(await enterFields(flow, acting('Jowan'), first, entry)).toBeNull()
    expect((await leaseDocument(sql, at, people.get('Tamsin')!, false)).name).toBe('Tamsin')
    expect((await leaseDocument(sql, at, people.get('Jowan')!, true)).name).toBe('Jowan')
    await leaveDocument(sql, at, people.get('Tamsin')!)
    await expect(enterFields(flow, acting('Tamsin'), first, entry)).rejects.toThrow('Jowan is at this document now.')
    await leaveDocument(sql, at, people.get('Jowan')!)
    expect(await enterFields(flow, acting('Tamsin'), first, { ...entry, confirm: true })).toBeNull()
  })

  it('shows on the strip, which tells of single documents, too', async () => {
    const [first, second] = await two()
    await enterFields(flow, by, first, { fields: typed({ note: 'Sandpiper' }), confirm: true })
    await leaseDocument(sql, { id: second.id, batch }, people.get('Jowan')!, false)
    const rubric = await rubricOfBatch(sql, batch)
    const strip = await siblingsOf(sql, checker('Hedra'), batch, rubric, null)
    expect(strip.map(({ position, state, words, holder }) => ({ position, state, words, holder }))).toEqual([
      { position: 1, state: 'indexed', words: 'Sandpiper', holder: null },
      { position: 2, state: 'open', words: '', holder: 'Jowan' },
    ])
    expect(await siblingsOf(sql, checker('Hedra'), batch, rubric, [second.id])).toEqual([strip[1]])
  })
})

describe('what is typed and not confirmed', () => {
  it('outlives a batch that is split anew, and ends with the document', async () => {
    const [, second] = await two()
    const at = { id: second.id, batch }
    expect(await keepDraft(sql, by, at, { typed: { note: 'half a wo' }, pass: 1 })).toBe(true)
    expect(await draftOf(sql, second.id, people.get('Hedra')!, false)).toEqual({ note: 'half a wo' })
    // Its row goes with a new barcode; its first page stays.
    await sql`delete from documents where id = ${second.id}`
    await sql`insert into documents (batch_id, position, type, filled_at, read_at) values (${batch}, 2, 'permit', now(), now())`
    const again = (await documents())[1]!
    await sql`update pages set document_id = ${again.id} where batch_id = ${batch} and position = 3`
    expect(await draftOf(sql, again.id, by.person, false)).toEqual({ note: 'half a wo' })
    expect(await enterFields(flow, by, again, { fields: typed({ note: 'half a word' }), confirm: true })).toBeNull()
    expect(await draftOf(sql, again.id, by.person, false)).toBeNull()
    expect(await keepDraft(sql, by, { id: again.id, batch }, { typed: { note: 'late' }, pass: 1 })).toBe(false)
  })
})

describe('a draft', () => {
  it('loses the fields that are kept as values, whoever keeps them, and no others', async () => {
    const [first] = await two()
    const at = { id: first.id, batch }
    await keepDraft(sql, by, at, { typed: { note: 'Marram', issued: '31/3' }, pass: 1 })
    await enterFields(flow, by, first, { fields: typed({ note: 'Marram' }), confirm: false })
    expect(await draftOf(sql, first.id, by.person, false)).toEqual({ issued: '31/3' })
  })

  it('is not passed over by whoever confirms some of the fields beside the card', async () => {
    const [first] = await two()
    await keepDraft(sql, by, { id: first.id, batch }, { typed: { issued: '31/3' }, pass: 1 })
    const rows = async () => (await documentsInBulk(sql, checker('Tamsin'), batch, 'permit')).map(row => row.typedBy)
    expect(await rows()).toEqual(['Tamsin', null])
    const confirm = (named: string[]) => enterFields(flow, by, first, { fields: typed({ note: 'Marram' }), confirm: true, named })
    expect(await confirm(['note'])).toBe(
      'Tamsin typed something on its card that is not kept yet. Open the document and keep it, then confirm it.',
    )
    expect(await draftOf(sql, first.id, by.person, false)).toEqual({ issued: '31/3' })
    expect(await confirm(['note', 'issued'])).toBeNull()
    expect(await rows()).toEqual([null, null])
  })
})

describe('the type of a document', () => {
  it('is what a person says; values of fields that both types have stay, and the machine fills the others', async () => {
    const [first, second] = await two()
    await enterFields(flow, by, first, { fields: typed({ note: 'stays', permit: '04217' }), confirm: false })
    await enterFields(flow, by, second, { fields: typed({ note: 'other' }), confirm: true })
    await sql`delete from pgboss.job`
    expect(await setType(flow, by, { id: first.id, batch }, 'other')).toBe('done')
    expect(await findDocument(sql, first.id)).toMatchObject({ type: 'other', filled: false })
    expect(await jobs('fill')).toEqual([{ document: first.id }])
    await fillAll(null)
    const [shown] = await documentsOfBatch(sql, batch)
    expect(shown!.fields).toEqual(typed({ note: 'stays' }))

    // It is undone like any other correction.
    expect(await undoCorrection(flow, by, batch)).toBe('done')
    expect(await findDocument(sql, first.id)).toMatchObject({ type: 'permit' })
    await fillAll(null)
    expect(await setType(flow, by, { id: first.id, batch }, 'none')).toBe('nothing')
    expect(await setType(flow, by, { id: second.id, batch }, 'other')).toBe('nothing')
  })
})

describe('a filed document', () => {
  it('is corrected like an open one, as its next edition, with old and new on record', async () => {
    const [first, second] = await two()
    await enterFields(flow, by, first, { fields: typed({ note: 'Marram' }), confirm: true })
    await enterFields(flow, by, second, { fields: typed({}), confirm: true })
    await sql`update documents set state = 'sent', built_at = now() where batch_id = ${batch}`
    await sql`update batches set state = 'done' where id = ${batch}`
    expect(await enterFields(flow, by, first, { fields: typed({ note: 'Harebell' }), confirm: true })).toContain('no longer open')
    expect(await amendDocument(flow, by, { id: first.id, batch })).toBe('done')
    await sql`delete from pgboss.job`
    expect(await enterFields(flow, by, first, { fields: typed({ note: 'Harebell' }), confirm: true })).toBeNull()
    expect(await jobs('build')).toEqual([{ document: first.id }])
    const line = (await historyOf(sql, first.id, 50)).findLast(one => one.what === 'confirm')
    expect(line).toMatchObject({ old: { note: 'Marram' }, new: { note: 'Harebell' } })
    expect(
      (await sql`select edition from documents where batch_id = ${batch} order by position`).map(row => row.edition as number),
    ).toEqual([2, 1])
  })
})

describe('fields that two people key', () => {
  const setTwice = (ids: string[]) => sql`update rubric_versions set body = body || ${sql.json({ entryTwice: ids })}`
  beforeAll(() => setTwice(['note', 'fee']))
  const key = (name: string, document: Awaited<ReturnType<typeof documents>>[0], fields: Record<string, string>) =>
    enterFields(flow, acting(name), document, { fields: typed(fields), confirm: true })
  const keyedBefore = async (name: string) =>
    (await siblingsOf(sql, checker(name), batch, await rubricOfBatch(sql, batch), null)).map(one => one.keyedBefore)
  const state = async (id: number) =>
    (await sql`select state, pass, fields, missing from documents where id = ${id}`).map(row => ({ ...row }))[0]

  it('are hidden from each other, agree by kind, and keep back what the machine said', async () => {
    await sorted(code('MP26-04217'), blank, code('MP26-04218'), blank)
    await fillAll('by machine')
    const [first] = await documents()
    expect(await state(first!.id)).toMatchObject({
      fields: {},
      missing: expect.arrayContaining(['note', 'fee']) as string[],
      state: 'open',
    })
    expect((await entriesOf(sql, first!.id))[0]!.fields.note!.value).toBe('by machine')

    expect(await key('Tamsin', first!, { note: 'Wenna', fee: '12.5', hull: '7' })).toBeNull()
    expect(await state(first!.id)).toMatchObject({ pass: 2, fields: typed({ hull: '7' }), state: 'open' })
    expect(await key('Tamsin', first!, { note: 'Wenna', fee: '12.5' })).toContain('You keyed this document before.')
    expect(await nextToEnter(sql, checker('Tamsin'), { rubric: 'Test' })).not.toBe(first!.id)
    expect(await keyedBefore('Tamsin')).toEqual([true, false])
    expect(await keyedBefore('Jowan')).toEqual([false, false])
    expect(await key('Jowan', first!, { note: 'Wenna', fee: '12.5' })).toBeNull()
    expect(await state(first!.id)).toMatchObject({ state: 'indexed', fields: typed({ note: 'Wenna', fee: '12.5', hull: '7' }) })
  })

  it('that differ go to a third, who is neither of the two', async () => {
    await sorted(code('MP26-04217'), blank)
    await fillAll(null)
    const [only] = await documents()
    await key('Tamsin', only!, { note: 'Wenna', fee: '1' })
    await key('Jowan', only!, { note: 'Wenda', fee: '1' })
    expect(await state(only!.id)).toMatchObject({ pass: 3, state: 'open', fields: {} })
    for (const name of ['Tamsin', 'Jowan']) expect(await key(name, only!, { note: 'Wenna', fee: '1' })).toContain('You keyed')
    expect((await showBatch(sql, batch))!.state).toBe('to index')
    expect(await key('Hedra', only!, { note: 'Wenna', fee: '1' })).toBeNull()
    expect(await state(only!.id)).toMatchObject({ state: 'indexed', fields: typed({ note: 'Wenna', fee: '1' }) })
    expect((await entriesOf(sql, only!.id)).filter(one => one.final).map(one => [one.person, one.pass, one.fields.note!.value])).toEqual([
      ['Tamsin', 1, 'Wenna'],
      ['Jowan', 2, 'Wenda'],
      ['Hedra', 3, 'Wenna'],
    ])
  })

  it('are not told by a draft, either', async () => {
    await sorted(code('MP26-04217'), blank)
    await fillAll(null)
    const [only] = await documents()
    await keepDraft(sql, by, { id: only!.id, batch }, { typed: { note: 'half' }, pass: 1 })
    expect(await draftOf(sql, only!.id, people.get('Jowan')!, true)).toBeNull()
    expect(await draftOf(sql, only!.id, by.person, true)).toEqual({ note: 'half' })
  })
})
