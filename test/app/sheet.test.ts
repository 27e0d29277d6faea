import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cellFault, csvCells, pastedCells, replaced, tableCsv, withCells, type Changes } from '../../app/components/table/sheet'
import { Field } from '../../core/rubric/field'
import type { BulkRow } from '../../shared/views/documents'

const fields = [
  { id: 'permit', label: 'Permit number', pattern: '^\\d{5}$' },
  { id: 'vessel', label: 'Vessel' },
  { id: 'issued', label: 'Issued on', kind: 'date', format: 'dd/MM/yyyy' },
  { id: 'marks', label: 'Marks', kind: 'choices', choices: ['a', 'b'] },
].map(field => Field.parse(field))
const row = (position: number, values: Record<string, string>): BulkRow => ({
  id: 100 + position,
  position,
  state: 'open',
  filled: true,
  missing: [],
  values,
  holder: null,
  typedBy: null,
})
const rows = [row(1, { permit: '04217', vessel: 'Gannet Rose', issued: '2026-03-31' }), row(2, { vessel: 'Marram' })]
const none: Changes = new Map()
const shown = (one: BulkRow, field: Field) => (field.kind === 'date' ? '31/03/2026' : (one.values[field.id] ?? ''))

describe('changes of a table', () => {
  it('hold what differs from what is kept, and end with it', () => {
    const once = withCells(none, [{ document: 101, field: 'vessel', text: ' Sandpiper ' }], rows, fields)
    expect([...once]).toEqual([[101, { vessel: 'Sandpiper' }]])
    expect([...withCells(once, [{ document: 101, field: 'vessel', text: 'Gannet Rose' }], rows, fields)]).toEqual([])
    // Shown as it is printed, a kept date is no change.
    expect([...withCells(none, [{ document: 101, field: 'issued', text: '31/03/2026' }], rows, fields)]).toEqual([])
    for (const cell of [
      { document: 101, field: 'marks', text: 'a' },
      { document: 999, field: 'vessel', text: 'x' },
      { document: 101, field: 'none', text: 'x' },
    ])
      expect(withCells(none, [cell], rows, fields).size).toBe(0)
  })

  it('are checked as they are typed', () => {
    expect(cellFault(fields[0]!, '4217', ['eng'])).toContain('"4217" is not')
    expect([cellFault(fields[0]!, '04217', ['eng']), cellFault(fields[0]!, '', ['eng'])]).toEqual([null, null])
  })

  it('replace words whatever their case, or whole values alone', () => {
    const by = (find: string, whole: boolean) => replaced(rows, fields, shown, { find, by: '$& Two', whole })
    expect(by('rose', false)).toEqual([{ document: 101, field: 'vessel', text: 'Gannet $& Two' }])
    expect(by('mar', true)).toEqual([])
    expect(by('MARRAM', true)).toEqual([{ document: 102, field: 'vessel', text: '$& Two' }])
  })
})

describe('a table', () => {
  it('comes back from CSV as it went out, whatever stands in it', () => {
    // A quote before a formula's sign is what a spreadsheet needs, and is taken off again.
    const text = fc
      .string()
      .map(one => one.trim())
      .filter(one => !one.startsWith("'"))
    fc.assert(
      fc.property(fc.array(text, { minLength: 1, maxLength: 8 }), vessels => {
        const own = vessels.map((vessel, at) => row(at + 1, { vessel }))
        const { cells, trouble } = csvCells(
          tableCsv(own, fields, (one, field) => one.values[field.id] ?? ''),
          own,
          fields,
        )
        expect(trouble).toBeNull()
        expect(cells.filter(cell => cell.field === 'vessel').map(cell => cell.text)).toEqual(vessels)
      }),
    )
  })

  it('says what is wrong with a CSV', () => {
    const trouble = (csv: string) => csvCells(csv, rows, fields).trouble
    expect(trouble('Vessel\r\nMarram')).toContain('no column “document”')
    expect(trouble('document,Colour\r\n1,red')).toContain('“Colour” is no field')
    expect(trouble('document,vessel\r\n7,Marram')).toContain('no document “7”')
    expect(trouble('document,vessel\r\n1,"Marram')).toContain('A quote in line')
    expect(csvCells('Document;Permit Number\r\n2;04218', rows, fields).cells).toEqual([{ document: 102, field: 'permit', text: '04218' }])
  })

  it('takes what a sheet copies', () => {
    expect(pastedCells('a\tb\r\nc\t\r\n')).toEqual([
      ['a', 'b'],
      ['c', ''],
    ])
  })
})
