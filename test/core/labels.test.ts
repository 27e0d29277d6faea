import { describe, expect, it } from 'vitest'
import { fillFields } from '../../core/fields/fill'
import type { Word } from '../../core/model/evidence'
import { Field } from '../../core/rubric/field'
import { line } from './line'

const read = (pages: Word[][], near = 'Vessel', value = '.+') =>
  fillFields({ fields: [Field.parse({ id: 'one', label: 'One', from: [{ text: { near, value } }] })] }, { barcode: {}, pages, records: {} })
    .fields.one?.value
const large = (words: Word[]) => words.map(word => ({ ...word, height: 0.24, width: word.width * 1.7, x: 1 + (word.x - 1) * 1.7 }))

describe('what stands beside a label', () => {
  it('ends with its cell, unless only the next one has what is looked for', () => {
    const words = [...line('Vessel', 1, 1, 0), ...line('Grey Plover', 2.5, 1, 1), ...line('Moored 3 May', 5, 1, 2)]
    expect(read([words])).toBe('Grey Plover')
    expect(read([words], 'Vessel', '\\d \\w+')).toBe('3 May')
  })
})

describe('a label that stands twice', () => {
  it('is no part of running text or of a heading, where it also stands as a label', () => {
    const rest = [...line('Hull 12345', 1, 3, 8), ...line('Signed at the quay', 1, 4, 9)]
    for (const value of ['Vessel Marram', 'Vessel: Marram'])
      for (const heading of ['Vessel inspection', 'The vessel named below may moor', 'Each Vessel moors at its own berth'])
        expect(read([[...line(heading, 1, 1, 0), ...line(value, 1, 2, 1), ...rest]])).toBe('Marram')
    const beside = [...line('Vessel', 1, 2, 1), ...line('Marram', 3, 2, 2), ...rest]
    expect(read([[...large(line('Vessel Inspection', 1, 1, 0)), ...beside]])).toBe('Marram')
    expect(read([[...line('Vessel', 1, 2, 1), ...line('Marram', 1, 2.2, 2), ...large(line('Vessel Report', 1, 1, 0)), ...rest]])).toBe(
      'Marram',
    )
  })

  it('is looked for on the next pages, too, before a heading is taken for it', () => {
    expect(read([line('Vessel inspection', 1, 1, 0), [...line('Vessel', 1, 2, 0), ...line('Marram', 3, 2, 1)]])).toBe('Marram')
    expect(read([line('The vessel named Marram', 1, 1, 0)])).toBe('named Marram')
    // Running text may be where it stands.
    expect(read([[...line('for permit no 04217 of', 1, 1, 0), ...line('Permit no 04218', 1, 2, 1)]], 'Permit no', '\\d{5}')).toBe('04217')
  })

  it('is the first one where nothing tells them apart, and the one that has a value', () => {
    expect(read([[...line('Vessel Marram', 1, 1, 0), ...line('Vessel Sandpiper', 1, 2, 1)]])).toBe('Marram')
    expect(
      read([[...line('Permit no 04217', 1, 1, 0), ...line('Permit no', 1, 3, 1), ...line('04218', 1, 3.2, 2)]], 'Permit no', '\\d{5}'),
    ).toBe('04217')
    expect(
      read([[...line('Permit no', 1, 1, 0), ...line('of last year', 3, 1, 1), ...line('Permit no 04218', 1, 4, 2)]], 'Permit no', '\\d{5}'),
    ).toBe('04218')
    // In large type a heading may be the one place that has it.
    expect(read([[...large(line('Invoice 20417', 1, 1, 0)), ...line('Invoice:', 1, 3, 1), ...line('see above', 3, 3, 2)]], 'Invoice')).toBe(
      '20417',
    )
  })

  it('ends what belongs to the one before it', () => {
    const words = [...line('Vessel:', 1, 1, 0), ...line('Vessel:', 1, 1.3, 1), ...line('Marram', 3, 1.3, 2)]
    expect(read([words])).toBe('Marram')
  })
})
