import { describe, expect, it } from 'vitest'
import { placesOfRows } from '../../core/fields/rowPlaces'
import type { Word } from '../../core/model/evidence'
import { Field, type Column } from '../../core/rubric/field'

const columns = Field.parse({
  id: 'items',
  label: 'Items',
  kind: 'table',
  columns: [
    { id: 'what', label: 'What', kind: 'text' },
    { id: 'day', label: 'Day', kind: 'date', format: 'dd/MM/yyyy' },
    { id: 'amount', label: 'Amount', kind: 'number', decimals: 2 },
  ],
}).columns as Column[]

/** A page of lines a quarter of an inch apart, cells two inches apart. */
const page = (...lines: string[]): Word[] =>
  lines.flatMap((line, row) =>
    line.split(' | ').flatMap((cell, column) =>
      cell.split(' ').map((text, at) => ({
        ...{ text, x: 0.5 + column * 2 + at * 0.4, y: 1 + row * 0.25, width: 0.35, height: 0.12 },
        ...{ confidence: 0.9, line: row },
      })),
    ),
  )
const lineAt = (pages: Word[][], rows: Record<string, string>[]) =>
  placesOfRows(rows, columns, pages, []).map(place => place && [place.page, Math.round((place.box.y - 1) / 0.25)])

const first = page(
  'What | Day | Amount',
  'Water | 04/03/2026 | 12.00',
  'Power | 05/03/2026 | 45.50',
  'Water | 04/03/2026 | 12.00',
  'Carried | 69.50',
)
const second = page('Brought forward | 69.50', 'Berth fee | 06/03/2026 | 1,325.19')
const water = { what: 'Water', day: '2026-03-04', amount: '12.00' }
const power = { what: 'Power', day: '2026-03-05', amount: '45.50' }
const fee = { what: 'Berth fee', day: '2026-03-06', amount: '1325.19' }

describe('the place of a row on its page', () => {
  it('is its line, of equal ones each its own, and on the page on which the table goes on', () => {
    expect(lineAt([first, second], [water, power, water, fee])).toEqual([
      [0, 1],
      [0, 2],
      [0, 3],
      [1, 1],
    ])
  })

  it('is found of a row that was put right, and of the others where one was added, taken out or split', () => {
    expect(lineAt([first], [water, { ...power, amount: '46.50' }, water])).toEqual([
      [0, 1],
      [0, 2],
      [0, 3],
    ])
    expect(lineAt([first], [water, { what: 'Ice', day: '', amount: '3.00' }, power])).toEqual([[0, 1], null, [0, 2]])
    expect(lineAt([first], [power, water])).toEqual([
      [0, 2],
      [0, 3],
    ])
    expect(lineAt([first], [{ what: '', day: '', amount: '' }, power])).toEqual([null, [0, 2]])
  })

  it('is nowhere, where less than half of it stands', () => {
    expect(lineAt([first], [{ what: 'Ice', day: '2026-03-07', amount: '12.00' }])).toEqual([null])
    expect(lineAt([[]], [water])).toEqual([null])
    expect(lineAt([first], [])).toEqual([])
  })
})
