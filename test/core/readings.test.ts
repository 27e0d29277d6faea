import { expect, it } from 'vitest'
import type { FillEvidence } from '../../core/fields/evidence'
import { fillFields } from '../../core/fields/fill'
import { enteredFields } from '../../core/fields/entered'
import { askedFields, givenValues } from '../../core/fields/given'
import { writtenFields } from '../../core/fields/written'
import type { Word } from '../../core/model/evidence'
import { Rubric, type DocumentType } from '../../core/rubric/rubric'

/** A document type with these fields, parsed as a rubric is. */
const typeWith = (fields: readonly Record<string, unknown>[]): DocumentType =>
  Rubric.parse({
    version: 1,
    name: 'R',
    types: [{ id: 't', label: 'T', fields: fields.map(field => ({ label: String(field.id), ...field })) }],
  }).types[0]!

/** Words of a line that begin at these places, in inches. */
const line = (y: number, words: Record<number, string>, number = Math.round(y * 10), confidence = 0.9): Word[] =>
  Object.entries(words)
    .map(([x, text]) => ({ text, x: Number(x), y, width: text.length * 0.08, height: 0.12, confidence, line: number }))
    .sort((a, b) => a.x - b.x)

const fill = (fields: readonly Record<string, unknown>[], evidence: Partial<FillEvidence>) => {
  const type = typeWith(fields)
  const filled = fillFields(type, { barcode: {}, pages: [], records: {}, ...evidence })
  return { ...filled, written: writtenFields(type, filled.fields, filled.candidates) }
}

const permit = { id: 'permit', pattern: '^\\d{5}$', from: [{ text: { near: 'Permit number', value: '\\d{5}' } }] }

it('finds a value right of a label that is broken over two lines, and of the second label where the first has none', () => {
  const broken = [...line(1, { 1: 'Permit', 3: 'Berth' }), ...line(1.14, { 1: 'number', 2: '04217' })]
  expect(fill([permit], { pages: [broken], numbers: [7] }).fields.permit).toMatchObject({ value: '04217', page: 7 })
  const twice = [...line(1, { 1: 'Permit', 1.6: 'number' }), ...line(4, { 1: 'Permit', 1.6: 'number', 2.4: '04218' })]
  expect(fill([permit], { pages: [twice] }).fields.permit?.value).toBe('04218')
})

it.each<[string, Record<number, string>, string | undefined]>([
  ['in two', { 1: 'Per', 1.3: 'mit', 1.6: 'number', 3: '04217' }, '04217'],
  ['as one', { 1: 'Permitnumber', 3: '04217' }, '04217'],
  ['with its value', { 1: 'Permit', 1.6: 'number:04217' }, '04217'],
  ['with leaders and its value', { 1: 'Permit', 1.6: 'number.....04217', 4: '99999' }, '04217'],
  ['as part of another word', { 1: 'Permit', 1.6: 'numbers:04217' }, undefined],
  ['as a word of its own further on', { 1: 'Per', 2: 'mit', 2.4: 'number', 3.2: '04217' }, undefined],
])('finds a value by a label that was read %s', (_, words, value) => {
  expect(fill([permit], { pages: [line(1, words)] }).fields.permit?.value).toBe(value)
})

it.each<[string, Record<number, string>[], string | undefined]>([
  [
    'in the next cell, with both values below',
    [
      { 1: 'Vessel', 4: 'Hull', 4.5: 'number' },
      { 1: 'Grey', 1.5: 'Heron', 4: '79337244' },
    ],
    'Grey Heron',
  ],
  [
    'below, with both values beside',
    [
      { 1: 'Vessel', 3: 'Grey', 3.5: 'Heron' },
      { 1: 'Hull', 1.5: 'number', 3: '79337244' },
    ],
    'Grey Heron',
  ],
  ['on the same line', [{ 1: 'Vessel', 1.6: 'Grey', 2.1: 'Heron', 4: 'Hull', 4.5: 'number:', 5.2: '79337244' }], 'Grey Heron'],
  ['below, and there is no value', [{ 1: 'Vessel' }, { 1: 'Hull', 1.5: 'number', 3: '79337244' }], undefined],
  ['as part of the value', [{ 1: 'Vessel', 3: 'Hull', 3.5: 'number', 4.05: 'nine' }], 'Hull number nine'],
])('a value ends where the label of another field stands: %s', (_, lines, value) => {
  const fields = [
    { id: 'vessel', from: [{ text: { near: 'Vessel', value: '[A-Z].*' } }] },
    { id: 'hull', from: [{ text: { near: 'Hull number', value: '\\d{8}' } }] },
  ]
  expect(fill(fields, { pages: [lines.flatMap((words, at) => line(1 + at * 0.2, words))] }).fields.vessel?.value).toBe(value)
})

it('takes no part of a longer number, unless the pattern says which, and offers it with the reason', () => {
  const near = (value: string) => ({ id: 'hull', from: [{ text: { near: 'Hull', value } }] })
  const pages = [line(1, { 1: 'Hull', 2: '559956282' })]
  const { fields, candidates } = fill([near('\\d{8}')], { pages })
  expect(fields.hull).toBeUndefined()
  expect(candidates.hull).toMatchObject([{ value: '55995628', why: 'It is part of “559956282”.' }])
  expect(fill([near('\\d(\\d{8})')], { pages }).fields.hull?.value).toBe('59956282')
  expect(fill([near('\\d{9}')], { pages }).fields.hull?.value).toBe('559956282')
  const again = [line(1, { 1: 'Hull', 2: '59956282' })]
  expect(fill([near('\\d{8}')], { pages, again }).fields.hull?.value).toBe('59956282')
})

it('repairs letters where only digits can stand, says what was read, and offers what fails its check with the reason', () => {
  const hull = { id: 'hull', check: 'luhn', from: [{ text: { near: 'Hull', value: '\\d{8}' } }] }
  expect(fill([hull], { pages: [line(1, { 1: 'Hull', 2: '9829458O' })] }).fields.hull).toMatchObject({
    value: '98294580',
    repaired: '9829458O',
  })
  const { fields, candidates } = fill([hull], { pages: [line(1, { 1: 'Hull', 2: '98294587' })] })
  expect(fields.hull).toBeUndefined()
  expect(candidates.hull).toMatchObject([{ value: '98294587', from: 'text' }])
  expect(candidates.hull![0]!.why).toContain('its check digit would be 0')
  // A word is no number, however much its letters look like digits.
  expect(fill([permit], { pages: [line(1, { 1: 'Permit', 1.6: 'number', 3: 'BOSSO' })] }).fields).toEqual({})
})

it('shows a value below the field’s sureness, and takes it not', () => {
  const owner = { id: 'owner', required: true, sure: 0.9, from: [{ text: { near: 'Owner', value: '\\w+' } }] }
  const { written, missing } = fill([owner], { pages: [line(1, { 1: 'Owner', 2: 'Sark' }, 1, 0.8)] })
  expect(written.owner).toMatchObject({ value: null, candidates: [{ value: 'Sark', confidence: 0.8 }] })
  expect(missing).toEqual(['owner'])
})

it('takes no end of a mail address for the whole of it, and offers both', () => {
  const mail = { id: 'mail', kind: 'email', from: [{ text: { near: 'E-mail', value: '\\S+@\\S+' } }] }
  const read = (words: Record<number, string>) => fill([mail], { pages: [line(1, words)] }).written.mail
  expect(read({ 1: 'E-mail', 2: 'ada.', 2.4: 'penrose@saltmere.example' })).toMatchObject({
    value: null,
    candidates: [{ value: 'ada.penrose@saltmere.example' }, { value: 'penrose@saltmere.example' }],
  })
  for (const label of ['E-mail', 'E-mail.', 'E-mail.....'])
    expect(read({ 1: label, [1 + label.length * 0.08 + 0.05]: 'penrose@saltmere.example' })?.value).toBe('penrose@saltmere.example')
  expect(read({ 1: 'E-mail', 2: '[penrose@saltmere.example' })?.value).toBeNull()
})

const box = (x: number, y: number, ink: number) => ({ x, y, width: 0.15, height: 0.15, ink })
const zone = { id: 'zone', kind: 'choice', choices: ['Inner', 'Outer'], from: [{ ticked: {} }] }

it.each([
  ['one tick', [0, 0.3], 'Outer', undefined],
  ['two ticks', [0.2, 0.3], null, ['Inner', 'Outer']],
  ['no tick', [0, 0], undefined, undefined],
  ['a tick and a speck that may be one', [0.035, 0.3], null, ['Outer', 'Inner']],
])('%s beside the choices', (_, [first, second], value, candidates) => {
  const words = line(1, { 1: 'Inner', 2: 'Outer' })
  // Boxes before their words, the next word's box nearer behind than its own before.
  const { written } = fill([zone], { pages: [words], boxes: [[box(0.8, 1, first!), box(1.8, 1, second!)]] })
  expect(written.zone?.value).toEqual(value)
  expect(written.zone?.candidates?.map(one => one.value)).toEqual(candidates)
})

it('a box that is found and not ticked is no; several ticks are a list', () => {
  const fields = [
    { id: 'insured', label: 'Insured', kind: 'yes-no', from: [{ ticked: {} }] },
    {
      id: 'services',
      kind: 'choices',
      choices: ['Water', 'Power', 'Crane'],
      from: [{ ticked: { zone: { x: 0, y: 1.8, width: 8, height: 1 } } }],
    },
  ]
  const words = [...line(1, { 1: 'Insured' }), ...line(2, { 1: 'Water', 2: 'Power', 3: 'Crane' })]
  const boxes = [[box(0.8, 1, 0.01), box(0.8, 2, 0.4), box(1.8, 2, 0), box(2.8, 2, 0.2)]]
  const { written } = fill(fields, { pages: [words], boxes })
  expect(written.insured).toMatchObject({ value: 'no', from: 'ticked' })
  expect(written.services).toMatchObject({ value: ['Water', 'Crane'] })
  // One whose box was not found may be ticked, too.
  const fewer = fill(fields, { pages: [words], boxes: [boxes[0]!.filter(one => one.x !== 1.8)] }).written
  expect(fewer.services).toMatchObject({ value: null, candidates: [{ why: expect.stringContaining('“Power” was not found') as string }] })
})

const items = {
  id: 'items',
  kind: 'table',
  columns: [
    { id: 'what', required: true, label: 'What' },
    { id: 'amount', label: 'Amount', kind: 'number', decimals: 2, grouping: ',' },
  ],
  from: [{ table: { headings: { what: 'Description', amount: 'Amount' }, until: '^Total' } }],
}
const pay = {
  id: 'pay',
  kind: 'number',
  decimals: 2,
  grouping: ',',
  equals: 'sum(items.amount)',
  from: [{ text: { near: 'Total', value: '[\\d,]+\\.\\d\\d' } }],
}
const head = line(1, { 1: 'Description', 4: 'Qty', 6: 'Amount' })

it('reads rows by column, over two lines and over two pages, to the total, and takes a total that agrees', () => {
  const pages = [
    [
      ...head,
      ...line(1.3, { 1: 'Mooring', 1.7: 'dues', 4.1: '3', 5.9: '1,200.50' }),
      ...line(1.45, { 1: 'for', 1.4: 'a', 1.6: 'year' }),
      ...line(1.8, { 1: 'Carried', 1.8: 'forward', 5.9: '1,200.50' }),
    ],
    [...line(0.5, { 1: 'Sheet', 2: '2' }), ...line(1, { 1: 'Crane', 6: '99.50' }), ...line(1.3, { 1: 'Total', 5.9: '1,300.00' })],
  ]
  const { written } = fill([items, pay], { pages, numbers: [4, 5] })
  expect(written.items).toMatchObject({
    value: [
      { what: 'Mooring dues for a year', amount: '1200.50' },
      { what: 'Crane', amount: '99.50' },
    ],
    from: 'table',
    page: 4,
  })
  expect(written.pay).toMatchObject({ value: '1300.00' })
})

it('gives no column the figures of one whose heading was lost', () => {
  const [what, amount] = items.columns
  const columns = [
    what,
    { id: 'count', label: 'Count', kind: 'number' },
    { id: 'price', label: 'Price', kind: 'number', decimals: 2 },
    amount,
  ]
  const headings = { what: 'Description', count: 'Quantity', price: 'Unit price', amount: 'Amount' }
  const lost = [
    ...line(1, { 1: 'Description', 3: 'Quantity', 7: 'Amount' }),
    ...line(1.3, { 1: 'Pilotage', 3.4: '3', 4.6: '12.50', 7: '37.50' }),
    ...line(1.5, { 1: 'Water', 4.6: '290.51', 7: '290.51' }),
  ]
  const { written } = fill([{ ...items, columns, from: [{ table: { headings } }] }], { pages: [lost] })
  expect(written.items?.value).toEqual([
    { what: 'Pilotage', count: '3', amount: '37.50' },
    { what: 'Water', amount: '290.51' },
  ])
})

it('a total that its rows do not add up to waits, whether it is required or not', () => {
  const pages = [[...head, ...line(1.3, { 1: 'Crane', 6: '99.50' }), ...line(1.6, { 1: 'Total', 6: '98.50' })]]
  const { written, missing } = fill([items, pay], { pages })
  expect(written.pay).toMatchObject({ value: null, candidates: [{ value: '98.50' }] })
  expect(written.pay!.candidates![0]!.why).toContain('99.5')
  expect(missing).toEqual(['pay'])
  // A second reading of the one cell that explains it is believed.
  const again = [[...head, ...line(1.3, { 1: 'Crane', 6: '98.50' }, 13, 0.5), ...line(1.6, { 1: 'Total', 6: '98.50' })]]
  const mended = fill([items, pay], { pages, again }).written
  expect([mended.items?.value, mended.pay?.value]).toEqual([[{ what: 'Crane', amount: '98.50' }], '98.50'])
})

it('joins other fields in any order, and takes the file’s name', () => {
  const fields = [
    { id: 'reference', from: [{ join: '{year}-{number}/{pages}' }] },
    { id: 'number', from: [{ file: '^[A-Z]+-(?<number>\\d+)' }] },
  ]
  const evidence = { barcode: { year: '26' }, pages: [[], []], file: 'MP-0421.pdf' }
  const type = typeWith([{ ...fields[0], from: [{ join: '{number}/{pages}' }] }, fields[1]!])
  const filled = fillFields(type, { ...evidence, records: {} })
  expect(filled.fields).toMatchObject({ reference: { value: '0421/2', from: 'join' }, number: { value: '0421', from: 'file' } })
  expect(fillFields(type, { ...evidence, file: null, records: {} }).fields).toEqual({})
})

it('requires a field when another says so, and takes a value once where it must be', () => {
  const fields = [
    { id: 'zone', kind: 'choice', choices: ['Inner', 'Yard'], from: [{ value: 'Yard' }] },
    { id: 'reason', kind: 'long-text', requiredWhen: { field: 'zone', is: ['Yard'] } },
    { id: 'ref', unique: 'batch', from: [{ value: 'A-1' }] },
  ]
  const { written, missing } = fill(fields, {
    taken: (field, value) => (field === 'ref' && value === 'A-1' ? 'document 4 of this batch' : null),
  })
  expect(missing).toEqual(['reason', 'ref'])
  expect(written.ref!.candidates![0]!.why).toContain('document 4 of this batch')
  const type = typeWith(fields)
  expect(enteredFields(type, { zone: 'Yard', reason: '', ref: 'A-2' }, {}).faults.map(fault => fault.field)).toEqual(['reason'])
  expect(enteredFields(type, { zone: 'Inner', reason: '', ref: 'A-2' }, {}).faults).toEqual([])
})

it.each([
  [{ id: 'a', kind: 'table' }, 'at least one column'],
  [{ ...items, from: [{ text: { near: 'A', value: 'b' } }] }, 'a source'],
  [{ ...items, from: [{ table: { headings: { price: 'Price' } } }] }, 'one of the columns what, amount'],
  [{ id: 'a', from: [{ ticked: {} }] }, 'for a ticked box'],
  [{ id: 'a', from: [{ join: '{b}' }] }, '{b} is not one'],
  [{ id: 'a', kind: 'number', equals: 'sum(items.amount)' }, 'of a table of this type'],
  [{ id: 'a', requiredWhen: { field: 'b', is: ['x'] } }, 'a field of this type'],
])('refuses %o', (field, message) => {
  expect(() => typeWith([field])).toThrow(message)
})

it('asks before scanning what the paper does not say itself', () => {
  const fields = [
    { id: 'berth' },
    { id: 'services', kind: 'choices', choices: ['Water', 'Power'] },
    { ...zone, id: 'ticked' },
    { id: 'named', from: [{ file: '.+' }] },
    { id: 'whole', from: [{ join: '{berth}' }] },
    { ...items, from: [] },
  ]
  const rubric = Rubric.parse({
    version: 1,
    name: 'R',
    entry: 'panel',
    types: [{ id: 't', label: 'T', fields: fields.map(field => ({ label: field.id, ...field })) }],
  })
  expect(askedFields(rubric).map(field => field.id)).toEqual(['berth', 'services'])
  expect(givenValues(rubric, { berth: 'A1', services: 'power, water' }).values).toEqual({ berth: 'A1', services: 'Water\nPower' })
})
