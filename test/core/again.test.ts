import { expect, it } from 'vitest'
import { pagesAgain } from '../../core/fields/again'
import { Field } from '../../core/rubric/field'

const field = (id: string, from: unknown[], more: object = {}) => Field.parse({ id, label: id, from, ...more })
const text = { text: { near: 'Hull', value: '\\d+' } }
const table = field('items', [{ table: { headings: { what: 'Description' } } }], {
  kind: 'table',
  columns: [{ id: 'what', label: 'What' }],
})
const nothing = { fields: {}, candidates: {}, missing: [] }
const numbers = Array.from({ length: 12 }, (_, at) => 21 + at)
const value = (page: number) => ({ value: '1', from: 'text' as const, confidence: 0.9, page })

it('reads nothing again where nothing is open that text or a tick should fill', () => {
  const hull = field('hull', [text])
  expect(pagesAgain(null, nothing, numbers, 12)).toEqual([])
  expect(pagesAgain({ fields: [hull] }, nothing, numbers, 12)).toEqual([])
  expect(pagesAgain({ fields: [hull] }, { ...nothing, fields: { hull: value(21) }, missing: [] }, numbers, 12)).toEqual([])
})

it('reads the first pages again where a needed value is open, and the page where it was found and not taken', () => {
  const type = { fields: [field('hull', [text])] }
  expect(pagesAgain(type, { ...nothing, missing: ['hull'] }, numbers, 12)).toEqual([0, 1, 2, 3])
  expect(pagesAgain(type, { ...nothing, missing: ['hull'] }, numbers, 2)).toEqual([0, 1])
  const candidates = { hull: [{ ...value(29), why: 'doubtful' }] }
  expect(pagesAgain(type, { ...nothing, candidates }, numbers, 12)).toEqual([0, 1, 2, 3, 8])
})

it('reads a table again where it begins, and the pages on which it may go on', () => {
  const found = (page: number) => ({ ...nothing, fields: { items: { ...value(page), from: 'table' as const } } })
  expect(pagesAgain({ fields: [table] }, found(27), numbers, 12)).toEqual([0, 1, 2, 3, 6, 7, 8])
  expect(pagesAgain({ fields: [table] }, found(32), numbers, 12)).toEqual([0, 1, 2, 3, 11])
})
