import { localIso } from '../../core/fields/dates'
import { describe, expect, it } from 'vitest'
import { enteredFields } from '../../core/fields/entered'
import { checkValue, expectedOf, shownValue } from '../../core/fields/fieldValue'
import { fillFields } from '../../core/fields/fill'
import { passesLuhn } from '../../core/fields/luhn'
import { Field } from '../../core/rubric/field'
import { DocumentType } from '../../core/rubric/rubric'

const field = (more: Record<string, unknown>) => Field.parse({ id: 'f', label: 'Field', ...more })

it.each([
  [{ kind: 'date', format: 'dd/MM/yyyy' }, '31/03/2026', '2026-03-31'],
  [{ kind: 'date', format: 'd MMMM yyyy' }, '3 March 2026', '2026-03-03'],
  [{ kind: 'date' }, '2026-03-31', '2026-03-31'],
  [{ kind: 'date' }, '31/02/2026', null],
  // Years of two digits as POSIX has them.
  [{ kind: 'date', format: 'dd/MM/yy' }, '03/04/85', '1985-04-03'],
  [{ kind: 'date', format: 'dd/MM/yy' }, '03/04/26', '2026-04-03'],
  [{ kind: 'number', decimals: 2, grouping: ',' }, '1,234.5', '1234.50'],
  [{ kind: 'number', decimals: 2, grouping: ',' }, '1234.50', '1234.50'],
  [{ kind: 'number', decimals: 2, grouping: '.' }, '1.234,50', '1234.50'],
  [{ kind: 'number', decimals: 2, grouping: '.' }, '1.234', '1234.00'],
  [{ kind: 'number', grouping: ' ', decimal: ',' }, '12\u202f345,6', '12345.6'],
  [{ kind: 'number', grouping: ',' }, '12,34', null],
  [{ kind: 'number', grouping: ',' }, '1,2345', null],
  // What stands between thousands is named, or it is none.
  [{ kind: 'number' }, '1,234', null],
  [{ kind: 'number' }, '1.234,50', null],
  [{ kind: 'number' }, '12,5', null],
  [{ kind: 'number', decimal: ',' }, '12,5', '12.5'],
  [{ kind: 'number', decimal: ',' }, '12.5', '12.5'],
  [{ kind: 'number', decimal: ',' }, '1.234', null],
  [{ kind: 'number', min: 0 }, '-1', null],
  [{ kind: 'number', decimals: 0 }, '1.5', null],
  [{ kind: 'choice', choices: ['Inner', 'Outer'] }, 'inner', 'Inner'],
  [{ kind: 'choice', choices: ['Inner', 'Outer'] }, 'Yard', null],
  [{ kind: 'email' }, 'sark@saltmere.example', 'sark@saltmere.example'],
  [{ kind: 'email' }, 'sark@', null],
  [{ pattern: '^\\d{5}$' }, ' 04217 ', '04217'],
  [{ pattern: '^\\d{5}$' }, '4217', null],
  [{ check: 'luhn' }, '98294580', '98294580'],
  [{ check: 'luhn' }, '98294581', null],
  // The examples of GS1, ISO 2108 and ISO 13616.
  [{ check: 'ean' }, '4006381333931', '4006381333931'],
  [{ check: 'ean' }, '4006381333932', null],
  [{ check: 'mod11' }, '080442957X', '080442957X'],
  [{ check: 'mod11' }, '0804429573', null],
  [{ check: 'mod97' }, 'GB82 WEST 1234 5698 7654 32', 'GB82 WEST 1234 5698 7654 32'],
  [{ check: 'mod97' }, 'GB82 WEST 1234 5698 7654 33', null],
  [{ kind: 'choices', choices: ['Water', 'Power'] }, 'power, water', 'Water\nPower'],
  [{ kind: 'choices', choices: ['Water', 'Power'] }, 'power, coal', null],
])('%j takes %s as %s', (given, typed, kept) => {
  const checked = checkValue(field(given), typed)
  expect(checked.ok ? checked.value : null).toBe(kept)
  if (!checked.ok) expect(checked.why).toContain(typed.trim())
})

it.each([
  ['3 März 2026', 'deu', '2026-03-03'],
  ['3 Mai 2026', 'deu', '2026-05-03'],
  ['1 août 2026', 'fra', '2026-08-01'],
  ['1 fevrier 2026', 'fra', '2026-02-01'],
  ['12 listopada 2026', 'pol', '2026-11-12'],
  ['12 Oct 2026', 'pol', '2026-10-12'],
  // It begins two months' names.
  ['1 jui 2026', 'fra', null],
  ['3 März 2026', 'eng', null],
])('%s in %s is %s', (text, language, kept) => {
  const checked = checkValue(field({ kind: 'date', format: 'd MMMM yyyy' }), text, [language])
  expect(checked.ok ? checked.value : null).toBe(kept)
})

it('shows a date as it is typed', () => {
  expect(shownValue(field({ kind: 'date', format: 'dd/MM/yyyy' }), '2026-03-31')).toBe('31/03/2026')
})

it('knows the Luhn digit of ISO/IEC 7812-1', () => {
  expect(passesLuhn('79927398713')).toBe(true)
  expect(passesLuhn('79927398710')).toBe(false)
  expect(passesLuhn('7992739871x')).toBe(false)
})

const word = (text: string, x: number, y: number, line: number, confidence = 0.9) => ({
  text,
  x,
  y,
  width: text.length * 0.09,
  height: 0.12,
  confidence,
  line,
})

describe('filling', () => {
  const type = DocumentType.parse({
    id: 'permit',
    label: 'Permit',
    fields: [
      { id: 'permit', label: 'Permit', required: true, pattern: '^\\d{5}$', from: [{ barcode: 'permit' }] },
      { id: 'hull', label: 'Hull', required: true, check: 'luhn', from: [{ text: { near: 'Hull number', value: '\\d{8}' } }] },
      {
        id: 'issued',
        label: 'Issued',
        kind: 'date',
        required: true,
        from: [{ text: { zone: { x: 5, y: 2, width: 3, height: 1 }, value: '(\\d\\d/\\d\\d/\\d{4})' } }, { value: '01/01/2026' }],
      },
    ],
  })

  it('takes values from the barcode, beside or below a label, and from a zone', () => {
    const words = [
      word('Hull', 0.7, 2.8, 0),
      word('number', 1.1, 2.8, 0),
      word('Vessel', 3, 2.8, 0),
      word('98294580', 0.75, 3, 1, 0.8),
      word('Fulmar', 3, 3, 1),
      word('on', 5.2, 2.3, 2),
      word('28/04/2026', 5.5, 2.3, 2),
    ]
    const { fields, missing } = fillFields(type, { barcode: { permit: '04217' }, pages: [[], words], records: {} })
    expect(fields).toEqual({
      permit: { value: '04217', from: 'barcode', confidence: 1 },
      hull: { value: '98294580', from: 'text', confidence: 0.8, box: { x: 0.75, y: 3, width: 0.72, height: 0.12 } },
      issued: { value: '2026-04-28', from: 'text', confidence: 0.9, box: { x: 5.5, y: 2.3, width: 0.9, height: 0.12 } },
    })
    expect(missing).toEqual([])
  })

  it('finds a label of which one letter was misread', () => {
    const words = [word('Hull', 0.7, 2.8, 0), word('numbor', 1.1, 2.8, 0), word('98294580', 1.9, 2.8, 0)]
    expect(fillFields(type, { barcode: {}, pages: [words], records: {} }).fields.hull?.value).toBe('98294580')
  })

  it('leaves a value that fails its checks empty, and says what is missing', () => {
    const words = [word('Hull', 0.7, 2.8, 0), word('number', 1.1, 2.8, 0), word('98294581', 1.8, 2.8, 0)]
    const { fields, missing } = fillFields(type, { barcode: { permit: '4217' }, pages: [words], records: {} })
    expect(Object.keys(fields)).toEqual(['issued'])
    expect(fields.issued).toEqual({ value: '2026-01-01', from: 'value', confidence: 1 })
    expect(missing).toEqual(['permit', 'hull'])
  })

  it('keeps where an untouched value came from, and says what a person must still put right', () => {
    const before = { permit: { value: '04217', from: 'barcode' as const, confidence: 1 } }
    const entered = enteredFields(type, { permit: '04217', hull: '98294581', issued: '' }, before)
    expect(entered.fields).toEqual(before)
    expect(entered.faults.map(fault => fault.field)).toEqual(['hull', 'issued'])
    expect(enteredFields(type, { nonsense: '1' }, {}).unknown).toEqual(['nonsense'])
  })
})

it.each([
  [{ pattern: '^\\d{8}$' }, 'eight digits'],
  [{ pattern: '^MP\\d{2}-\\d{5}$' }, 'in the form ‘MP’, two digits, ‘-’, five digits'],
  [{ pattern: '^[A-HJ-NP]{3,7}$' }, 'three to seven of A-HJ-NP'],
  // Not plain enough for words of ours.
  [{ pattern: '^(a|b)x*$' }, 'in the form ^(a|b)x*$'],
  [{ kind: 'number', min: 0, decimals: 2 }, 'a number from 0 with at most 2 decimals'],
  [{ kind: 'number', decimals: 1 }, 'a number with at most one decimal'],
  [{ kind: 'number', decimals: 0 }, 'a number without decimals'],
])('%o says what it expects: %s', (more, words) => {
  expect(expectedOf(field(more))).toBe(words)
})

describe('a moment', () => {
  it.each([
    ['2026-03-29T00:59:59Z', 'Europe/London', '2026-03-29T00:59:59'],
    ['2026-03-29T01:00:00Z', 'Europe/London', '2026-03-29T02:00:00'],
    ['2026-12-31T23:30:00Z', 'Pacific/Auckland', '2027-01-01T12:30:00'],
    ['2026-01-01T00:05:09Z', 'America/St_Johns', '2025-12-31T20:35:09'],
    ['2026-07-01T00:00:00Z', 'UTC', '2026-07-01T00:00:00'],
  ])('%s is told in %s as %s', (moment, zone, told) => {
    expect(localIso(new Date(moment), zone)).toBe(told)
  })
})
