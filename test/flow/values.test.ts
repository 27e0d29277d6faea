import { describe, expect, it } from 'vitest'
import { enterFields } from '../../flow/fill'
import { entriesOf } from '../../store/documents/entries'
import { documentsOfBatch } from '../../store/batches/show'
import { findDocument } from '../../store/documents/read'
import { searchDocuments } from '../../store/documents/search'
import { batch, blank, by, code, fillAll, flow, ownDatabase, owner, sorted, sql } from '../store/harness'

ownDatabase()

const person = (value: string) => ({ value, from: 'person' as const, confidence: 1 })
const one = async () => (await findDocument(sql, (await documentsOfBatch(sql, batch))[0]!.id))!
const valuesOf = async (document: number) =>
  [...(await sql`select field, value, number::float, day::text from document_values where document_id = ${document} order by field`)].map(
    row => ({ ...row }),
  )

describe("what was said of a document's values", () => {
  it('is appended: the machine first, then each person, and nothing is changed', async () => {
    await sorted(code('MP26-04217'), blank)
    await fillAll('read')
    const document = await one()
    await enterFields(flow, by, document, { fields: { note: person('first') }, confirm: false })
    await enterFields(flow, by, document, { fields: { note: person('second') }, confirm: true })
    const entries = await entriesOf(sql, document.id)
    expect(entries.map(entry => [entry.actor, entry.person, entry.pass, entry.fields.note!.value])).toEqual([
      ['worker', null, 1, 'read'],
      ['person', 'Tamsin', 1, 'first'],
      ['person', 'Tamsin', 1, 'second'],
    ])
    // What was refused was not said.
    expect(await enterFields(flow, by, document, { fields: { note: person('third') }, confirm: true })).toContain('no longer open')
    expect(await entriesOf(sql, document.id)).toHaveLength(3)
  })

  it('is searched as text, number and day, and never lags behind', async () => {
    await sorted(code('MP26-04217'), blank)
    await fillAll('read')
    const document = await one()
    await enterFields(flow, by, document, {
      fields: { note: person('Wenna Sark'), fee: person('1234.50'), issued: person('2026-03-31'), hull: person('2026-99-99') },
      confirm: false,
    })
    expect(await valuesOf(document.id)).toEqual([
      { field: 'fee', value: '1234.50', number: 1234.5, day: null },
      { field: 'hull', value: '2026-99-99', number: null, day: null },
      { field: 'issued', value: '2026-03-31', number: null, day: '2026-03-31' },
      { field: 'note', value: 'Wenna Sark', number: null, day: null },
    ])
    const find = async (fields: Record<string, string>, text: string | null = null) =>
      (
        await searchDocuments(
          sql,
          { id: owner, name: 'Tamsin', roles: ['clerk'] },
          { text, fields, rubric: null, state: null, after: null, most: 10 },
        )
      ).map(row => row.id)
    expect(await find({ note: 'wenna sark', fee: '1234.50' })).toEqual([document.id])
    expect(await find({ note: 'Wenna' })).toEqual([])
    expect(await find({}, 'enna S')).toEqual([document.id])
    await enterFields(flow, by, document, { fields: {}, confirm: false })
    expect([await valuesOf(document.id), await find({ note: 'wenna sark' })]).toEqual([[], []])
  })
})
