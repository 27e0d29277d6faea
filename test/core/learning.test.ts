import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fillFields } from '../../core/fields/fill'
import { learnTypes, likeType, likenessWords, typesSpeak, type TypeExample } from '../../core/learning/likeness'
import { learnPlace, placeSpeaks, standingsOf, type Example } from '../../core/learning/places'
import type { Word } from '../../core/model/evidence'
import { Field } from '../../core/rubric/field'
import { LearnedPlace, LearnedTypes } from '../../core/model/learned'
import { line } from './line'

const names = ['Wenna Sark', 'Tegen Roe', 'Massen Hale', 'Ysella Crewe', 'Daveth Orme', 'Kitto Ansell', 'Loveday Pike', 'Merryn Stott']
const letter = (owner: string, shift = 0): Word[] => [
  ...line('Harbour Office of Saltmere', 1, 0.8, 0),
  ...line('Dear Sir or Madam', 1, 1.6 + shift, 1),
  ...line(owner, 4.2 + shift, 2.4 + shift, 2),
  ...line('is asked to move the boat', 1, 3, 3),
]
const owner = Field.parse({ id: 'owner', label: 'Owner', from: [{ text: { near: 'No such label', value: '.+' } }] })
const taught = (value: string, at: number): Example => ({ value, pages: [letter(value, (at % 3) * 0.05)], taught: true })

const fill = (field: Field, page: Word[], learned: LearnedPlace) =>
  fillFields({ fields: [field] }, { barcode: {}, pages: [page], records: {}, learned: { [field.id]: learned } }).fields[field.id]

describe('where people found a value', () => {
  it('is where the machine looks, once five of them stood there, and says so', () => {
    expect(learnPlace(owner, names.slice(0, 4).map(taught), [])).toBeNull()
    const place = learnPlace(owner, names.map(taught), [])!
    expect(place.measured).toEqual({ documents: 8, right: 8, wrong: 0, open: 0 })
    expect(placeSpeaks(place)).toBe(true)
    const found = fill(owner, letter('Perran Vose', 0.1), place)!
    expect(found).toMatchObject({ value: 'Perran Vose', from: 'learned', confidence: 0.9 })
    expect(found.box).toMatchObject({ x: 4.3, y: 2.5 })
  })

  it('ends a value at the comma that follows each of them', () => {
    const page = (name: string, hull: string) => line(`${name}, ${hull}`, 1, 2, 0)
    const examples = names.map((value, at) => ({ value, pages: [page(value, String(81234567 + at))], taught: true }))
    const place = learnPlace(owner, examples, [])!
    expect(place.measured).toMatchObject({ right: 8, wrong: 0 })
    expect(fill(owner, page('Perran Vose', '91234567'), place)?.value).toBe('Perran Vose')
  })

  it('does not make one where values stand here and there', () => {
    const scattered = names.map((name, at) => ({ value: name, pages: [line(name, 1, 1 + at, 0)], taught: true }))
    expect(learnPlace(owner, scattered, [])).toBeNull()
  })

  it('does not come before what the rubric finds by itself: a few that people put right teach no other place', () => {
    const found = names.map((name, at) => ({ ...taught(name, at), taught: at < 2 }))
    expect(learnPlace(owner, found, [])).toBeNull()
  })

  it('is silent where it would be wrong on more than one in twenty', () => {
    const [first, ...others] = names.map(taught)
    // There another name stands in the place, and the right one elsewhere.
    const wrong = { ...first!, pages: [[...letter('Somebody Else'), ...line(first!.value, 1, 5, 9)]] }
    const place = learnPlace(owner, [wrong, ...others], [])!
    expect(place.measured).toMatchObject({ right: 7, wrong: 1 })
    expect(placeSpeaks(place)).toBe(false)
  })

  it('knows a date however it is written, and a number', () => {
    const issued = Field.parse({ id: 'issued', label: 'Issued', kind: 'date', format: 'd MMMM yyyy' })
    const page = [...line('on 31 March 2026 at noon', 1, 1, 0), ...line('1 April 2026', 1, 2, 1)]
    expect(standingsOf(issued, '2026-03-31', [page], ['eng'])).toMatchObject([{ page: 0, words: 3 }])
    const fee = Field.parse({ id: 'fee', label: 'Fee', kind: 'number', grouping: ',', decimals: 2 })
    expect(standingsOf(fee, '1234.50', [line('Total 1,234.50', 1, 1, 0)], [])).toMatchObject([{ words: 1 }])
  })

  it('takes no caption for a value where paper lies higher or lower than it did', () => {
    const form = (name: string, shift: number) => [
      ...line('Name of owner', 1, 2 + shift, 0),
      ...line('Staff number', 4, 2 + shift, 1),
      ...line(name, 1, 2.2 + shift, 2),
    ]
    const examples = names.map((value, at) => ({ value, pages: [form(value, (at % 4) * 0.05)], taught: true }))
    const place = learnPlace(owner, examples, [])!
    expect(place.layouts[0]!.print).toEqual(expect.arrayContaining(['name', 'of', 'owner']))
    expect(place.measured).toMatchObject({ right: 8, wrong: 0 })
    expect(fill(owner, form('Perran Vose', 0.25), place)?.value).toBe('Perran Vose')
    expect(fill(owner, form('', 0.25), place)).toBeUndefined()
  })

  it('knows several layouts of a type by what is printed about the value', () => {
    const form = (name: string, other: string) => [
      ...line('Name of owner', 1, 2, 0),
      ...line(name, 1, 2.2, 1),
      ...line('Harbour master', 5, 6, 2),
      ...line(other, 5, 6.2, 3),
    ]
    const slip = (name: string, other: string) => [
      ...line('Berth holder', 5, 6, 0),
      ...line(name, 5, 6.2, 1),
      ...line('Vessel and port', 1, 2, 2),
      ...line(other, 1, 2.2, 3),
    ]
    const examples = names.flatMap((value, at) => {
      const other = names[(at + 3) % names.length]!
      return [form, slip].map(layout => ({ value, pages: [layout(value, other)], taught: true }))
    })
    const learned = learnPlace(owner, examples, [])!
    expect(LearnedPlace.parse(learned)).toEqual(learned)
    expect(learned.layouts).toHaveLength(2)
    expect(learned.measured).toEqual({ documents: 16, right: 16, wrong: 0, open: 0 })
    for (const layout of [form, slip]) expect(fill(owner, layout('Perran Vose', 'Marram'), learned)?.value).toBe('Perran Vose')
    expect(fill(owner, line('Perran Vose', 1, 2.2, 0), learned)).toBeUndefined()
    // A third one of which nobody showed enough.
    const third = { value: 'Senara Lugg', pages: [line('Senara Lugg', 1, 9, 0)], taught: true }
    expect(learnPlace(owner, [...examples, third], [])!.measured).toMatchObject({ right: 16, wrong: 0, open: 1 })
  })

  it('takes what has the shape that all values had there, and no end of a longer one', () => {
    const hull = Field.parse({ id: 'hull', label: 'Hull' })
    const page = (number: string) => [...line('Quay 17', 1, 0.9, 0), ...line(number, 1, 1.1, 1)]
    const hulls = ['412345', '512345', '612345', '712345', '812345']
    const learned = learnPlace(
      hull,
      hulls.map(value => ({ value, pages: [page(value)], taught: true })),
      [],
    )!
    expect(learned.layouts[0]!.like).toBe('\\d{6}')
    expect(fill(hull, page('912345'), learned)?.value).toBe('912345')
    expect(fill(hull, page('9123'), learned)).toBeUndefined()

    const place = learnPlace(owner, names.map(taught), [])!
    // It begins further left than any name did: what stands in the place would be its second half.
    expect(fill(owner, line('Perranuthnoe Gwenifer Vose', 2.6, 2.5, 0), place)).toBeUndefined()
  })

  it('leaves what has another shape, and lets the rubric’s own sources find it', () => {
    const hull = Field.parse({ id: 'hull', label: 'Hull', pattern: '^\\d{5}$', from: [{ text: { near: 'Hull', value: '\\d{5}' } }] })
    const page = (number: string) => [...line('Hull', 1, 1, 0), ...line(number, 4, 1, 1)]
    const hulls = ['41234', '51234', '61234', '71234', '81234', '91234']
    const place = learnPlace(
      hull,
      hulls.map(value => ({ value, pages: [page(value)], taught: true })),
      [],
    )!
    expect(fill(hull, [...line('Hull 12345', 1, 3, 0), ...line('none', 4, 1, 1)], place)).toMatchObject({ value: '12345', from: 'text' })
  })
})

const phrases = {
  permit: 'mooring permit issued for the vessel berth harbour zone valid until signed',
  dues: 'statement of dues items amount total pay before owner harbour signed',
  notice: 'notice of inspection hull engine lights inspected by harbour signed',
}
const page = (type: keyof typeof phrases, extra: string): TypeExample => ({
  type,
  words: [...line(phrases[type], 1, 1, 0), ...line(extra, 1, 2, 1)],
})
const each = (count: number) =>
  names.slice(0, count).flatMap(name => (Object.keys(phrases) as (keyof typeof phrases)[]).map(type => page(type, name)))

describe('a type by likeness', () => {
  it('is silent until two types have five documents each, then knows them by the words that mark them', () => {
    expect(learnTypes(each(4))).toBeNull()
    const learned = learnTypes(each(8))!
    expect(LearnedTypes.parse(learned)).toEqual(learned)
    expect(learned.measured).toEqual({ documents: 24, right: 24, wrong: 0, open: 0 })
    expect(typesSpeak(learned)).toBe(true)
    const like = likeType(learned.marks, page('dues', 'Perran Vose').words)!
    expect(like.type).toBe('dues')
    expect(like.words).toContain('statement')
    // What stands on all of them marks none.
    expect(like.words).not.toContain('harbour')
    expect(likenessWords(like, 'Statement of dues')).toMatch(/^Like other documents of the type Statement of dues: it has “\w+”/)
  })

  it('leaves open what is like none, and what is like two', () => {
    const { marks } = learnTypes(each(8))!
    expect(likeType(marks, line('an invoice from somewhere else altogether', 1, 1, 0))).toBeNull()
    expect(likeType(marks, [...line(phrases.dues, 1, 1, 0), ...line(phrases.permit, 1, 2, 1)])).toBeNull()
    expect(likeType(marks, [])).toBeNull()
  })

  it('is silent where types cannot be told apart', () => {
    const alike = names.flatMap(name => ['one', 'two'].map(type => ({ type, words: line(`${phrases.permit} ${name}`, 1, 1, 0) })))
    expect(typesSpeak(learnTypes(alike)!)).toBe(false)
  })

  it('counts each document that it was asked once, whatever there is', () => {
    const document = fc.record({
      type: fc.constantFrom('a', 'b', 'c'),
      words: fc
        .array(fc.constantFrom('red', 'green', 'blue', 'grey', '12', 'x'), { maxLength: 8 })
        .map(all => line(all.join(' '), 1, 1, 0)),
    })
    fc.assert(
      fc.property(fc.array(document, { maxLength: 40 }), documents => {
        const learned = learnTypes(documents)
        if (!learned) return
        const { right, wrong, open } = learned.measured
        expect(right + wrong + open).toBe(documents.length)
        for (const marks of Object.values(learned.marks)) for (const weight of Object.values(marks)) expect(weight).toBeGreaterThan(0)
      }),
    )
  })
})
