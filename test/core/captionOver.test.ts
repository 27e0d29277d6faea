import { expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import { findText } from '../../core/text/find'
import { line } from './line'

const valueOf = (page: Word[], near: string) => findText(page, { near, value: '.+' })?.value
/** Words as tall as their letters make them, by so much. */
const scaled = (words: Word[], by: number) =>
  words.map(word => ({ ...word, height: by * (/[gjpqy]/.test(word.text) ? 0.15 : /[A-Zbdfhklt\d]/.test(word.text) ? 0.12 : 0.084) }))

it('takes what stands under a small caption, not the caption of the next cell', () => {
  const page = [
    ...scaled(line('Owner', 1, 2, 0), 0.7),
    ...scaled(line('Length overall', 4, 2, 0), 0.7),
    ...scaled(line('Silas Venn', 1, 2.17, 1), 1),
    ...scaled(line('6.9', 4, 2.17, 1), 1),
  ]
  expect(valueOf(page, 'Owner')).toBe('Silas Venn')
})

it('knows captions of the same type by the steps down their column', () => {
  const rows = [
    ['Name of owner', 'Staff number', 2],
    ['Silas Venn', '806772', 2.19],
    ['From', 'To', 2.55],
    ['13 September', '12 May', 2.74],
  ] as const
  const page = rows.flatMap(([left, right, y], at) => [...line(left, 1, y, at), ...line('|', 3.9, y + 0.05, at), ...line(right, 4, y, at)])
  expect(valueOf(page, 'Name of owner')).toBe('Silas Venn')
  expect(valueOf(page, 'From')).toBe('13 September')
})

it.each([
  ['lines of one step', [2, 2.2, 2.4, 2.6]],
  ['two lines', [2, 2.2]],
  ['two lines, and text below them', [2, 2.2, 2.7]],
])('takes what stands beside a label in a list: %s', (_, steps) => {
  const rows = [
    ['Owner', 'Silas Venn'],
    ['Staff number', '806772'],
    ['Berth', 'B-12'],
    ['Zone', 'Inner'],
  ] as const
  const page = steps.flatMap((y, at) => [...line(rows[at]![0], 1, y, at), ...line(rows[at]![1], 4, y, at)])
  expect(valueOf(page, 'Owner')).toBe('Silas Venn')
  expect(valueOf(page, 'Staff number')).toBe('806772')
})

it('takes what stands right beside a label, whatever is larger below it', () => {
  const page = [...scaled(line('Owner Silas Venn', 1, 2, 0), 0.7), ...scaled(line('Remarks', 1, 2.17, 1), 1.2)]
  expect(valueOf(page, 'Owner')).toBe('Silas Venn')
})

it('takes a long value below a label as far as it goes, and nothing of the next cell', () => {
  const vessel = 'Brine Maid of Saltmere and the Outer Sands, 84511161'
  const row = line(vessel, 1, 2.3, 1)
  const end = row.at(-1)!.x + row.at(-1)!.width
  const page = (next: number) => [
    ...line('Vessel', 1, 2, 0),
    ...line('Inspected on', next, 2, 0),
    ...row,
    ...line('28/08/2026', next, 2.3, 1),
  ]
  expect(end).toBeGreaterThan(3)
  // Whether a gap parts the cells, or the caption over the next one does.
  for (const next of [end + 0.5, end + 0.1]) expect(findText(page(next), { near: 'Vessel', value: 'B.+\\d' })?.value).toBe(vessel)
  expect(findText(page(end + 0.5), { near: 'Vessel', value: '\\d{8}' })?.value).toBe('84511161')
})
