import { expect, it } from 'vitest'
import { compareDocuments, type TriedDocument } from '../../core/fields/compareDocuments'

const document = (number: number, pages: number[], value: string | null, name = 'a'): TriedDocument => ({
  document: number,
  pages,
  type: 'Permit',
  name,
  values: [{ field: 'vessel', label: 'Vessel', value, doubt: null }],
})

it('pairs documents that begin at the same page, and says which of them differ', () => {
  const before = [document(1, [1, 2], 'Fulmar'), document(2, [3], 'Gannet'), document(3, [4], null)]
  const after = [document(1, [1, 2], 'Fulmar'), document(2, [4], 'Petrel'), document(3, [5], 'Tern')]
  const found = compareDocuments(before, after)
  expect(found.map(({ changed, before, after }) => [changed, before?.document ?? null, after?.document ?? null])).toEqual([
    [false, 1, 1],
    [true, 2, null],
    [true, 3, 2],
    [true, null, 3],
  ])
})

it('takes another name, other pages, another value or a field that is gone for a change, and nothing where there is no before', () => {
  const one = document(1, [1, 2], 'Fulmar')
  const changed = (other: TriedDocument) => compareDocuments([one], [other])[0]!.changed
  expect(changed(one)).toBe(false)
  expect(changed({ ...one, name: 'b' })).toBe(true)
  expect(changed({ ...one, pages: [1] })).toBe(true)
  expect(changed({ ...one, type: null })).toBe(true)
  expect(changed({ ...one, values: [] })).toBe(true)
  expect(changed({ ...one, values: [{ ...one.values[0]!, field: 'name' }] })).toBe(true)
  expect(changed(document(1, [1, 2], null))).toBe(true)
  expect(compareDocuments(null, [one])).toEqual([{ changed: false, before: null, after: one }])
})
