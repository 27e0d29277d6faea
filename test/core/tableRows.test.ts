import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { joinRows, splitRow, withRowBelow } from '../../core/fields/kinds/tableRows'
import { Field, type Column } from '../../core/rubric/field'

const columns = Field.parse({
  id: 'items',
  label: 'Items',
  kind: 'table',
  columns: [
    { id: 'what', label: 'What', kind: 'text' },
    { id: 'day', label: 'Day', kind: 'date' },
    { id: 'amount', label: 'Amount', kind: 'number', decimals: 2 },
  ],
}).columns as Column[]
const water = { what: 'Water', day: '2026-03-04', amount: '12.00' }
const power = { what: 'Power', day: '2026-03-05', amount: '45.50' }

describe('rows of line items', () => {
  it('get an empty one below, or in front of all', () => {
    const blank = { what: '', day: '', amount: '' }
    expect(withRowBelow([water, power], 0, columns)).toEqual([water, blank, power])
    expect(withRowBelow([water], -1, columns)).toEqual([blank, water])
  })

  it('are one where they were read as two: what stands in either stays, and where both have a value both are seen', () => {
    const cut = { what: 'on the quay', day: '', amount: '' }
    expect(joinRows([water, cut, power], 0, columns)).toEqual([{ ...water, what: 'Water on the quay' }, power])
    expect(joinRows([water, power], 0, columns)).toEqual([{ what: 'Water Power', day: '2026-03-04 2026-03-05', amount: '12.00 45.50' }])
    expect(joinRows([water], 0, columns)).toEqual([water])
  })

  it('are two where they were read as one: at the place in the cell, and in other cells between two values', () => {
    const both = { what: 'Water Power', day: '2026-03-04 2026-03-05', amount: '12.00 45.50' }
    expect(splitRow([both], { row: 0, column: 'what', before: 5 }, columns)).toEqual([water, power])
    const named = { what: 'Water on the quay', day: '2026-03-04', amount: '12.00' }
    expect(splitRow([named, power], { row: 0, column: 'what', before: 6 }, columns)).toEqual([
      { ...named, what: 'Water' },
      { what: 'on the quay', day: '', amount: '' },
      power,
    ])
    expect(splitRow([water], { row: 0, column: 'what', before: 5 }, columns)[0]).toEqual(water)
  })

  it('lose no letter, whatever is joined and wherever it is split', () => {
    const what = fc.constantFrom('', 'Water', 'Power and light', '12.00')
    const row = fc.record({ what, day: fc.constantFrom('', '2026-03-04'), amount: fc.constantFrom('', '12.00', '45.50') })
    const letters = (rows: readonly Record<string, string>[]) =>
      rows.flatMap(Object.values).join('').replace(/\s/g, '').split('').sort().join('')
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 2, maxLength: 5 }),
        fc.nat(4),
        fc.nat(15),

        (rows, at, before) => {
          const joined = joinRows(rows, at % (rows.length - 1), columns)
          expect([joined.length, letters(joined)]).toEqual([rows.length - 1, letters(rows)])
          const split = splitRow(rows, { row: at % rows.length, column: 'what', before }, columns)
          expect([split.length, letters(split)]).toEqual([rows.length + 1, letters(rows)])
        },
      ),
    )
  })
})
