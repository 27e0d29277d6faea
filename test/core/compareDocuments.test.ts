import { expect, it } from 'vitest'
import { compareDocuments, firstOfBoth, type TriedDocument } from '../../core/fields/compareDocuments'

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

it('takes of two long outcomes the first documents of the same pages, so that none seems to be missing', () => {
  const of = (...first: number[]) => first.map(page => ({ pages: [page, page + 1] }))
  const firsts = (lists: { pages: number[] }[][]) => lists.map(list => list.map(({ pages }) => pages[0]))
  const place = (page: number) => page
  expect(firsts(firstOfBoth(of(1, 3), of(1, 2, 3), 3, place))).toEqual([
    [1, 3],
    [1, 2, 3],
  ])
  // Three of the draft reach page 3 alone, where a fourth begins at 4.
  expect(firsts(firstOfBoth(of(1, 3, 5, 7), of(1, 2, 3, 4, 5), 3, place))).toEqual([
    [1, 3],
    [1, 2, 3],
  ])
  expect(firsts(firstOfBoth(of(1, 3, 5, 7), of(1), 3, place))).toEqual([[1, 3, 5], [1]])
})
