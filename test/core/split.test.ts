import { describe, expect, it } from 'vitest'
import { splitPages } from '../../core/split/split'
import type { SplitOutcome } from '../../core/split/types'
import { rubricFor, sides } from './pages'

/** Each side as a letter and its document: k1, b, s, h (h? where it asks), u. */
const short = (outcome: SplitOutcome) => outcome.pages.map(page => `${page.fate[0]}${page.document ?? ''}${page.asks ? '?' : ''}`).join(' ')

describe('splitting by barcode', () => {
  it('starts a document at each code and gives it the pages behind, blank backs aside', () => {
    const outcome = splitPages(sides({ code: 'MP26-04217' }, null, {}, null, { code: 'MP26-04218' }, {}), rubricFor())
    expect(short(outcome)).toBe('k1 b k1 b k2 k2')
    expect(outcome.documents[0]).toMatchObject({
      type: 'permit',
      pages: [1, 3],
      barcode: { year: '26', permit: '04217', value: 'MP26-04217' },
    })
    expect(outcome.pages[0]!.why).toBe("Starts a document: Code128 'MP26-04217' in the top-right zone matches rule 1.")
    expect(outcome.pages.map(page => page.heading)).toEqual([true, false, false, false, true, false])
  })

  it('holds a page whose code is there but does not read, and what follows, until the next start', () => {
    const outcome = splitPages(
      sides({ code: 'MP26-04217' }, null, { unread: true }, null, {}, null, { code: 'MP26-04219' }, null),
      rubricFor(),
    )
    expect(short(outcome)).toBe('k1 b h? b h b k2 b')
  })

  it('treats a code in the zone that does not fit the pattern like one that does not read', () => {
    expect(short(splitPages(sides({ code: 'MP26-04217' }, {}, { code: 'XX-1' }, {}), rubricFor()))).toBe('k1 k1 h? h')
  })

  it('ignores a code outside the zone, with a note, and one of another format', () => {
    const outcome = splitPages(
      sides({ code: 'MP26-04217' }, null, { code: 'MP26-04218', at: { x: 1, y: 9 } }, { code: 'MP26-04219', format: 'QRCode' }),
      rubricFor(),
    )
    expect(short(outcome)).toBe('k1 b k1 k1')
    expect(outcome.pages[2]!.why).toContain("is not one of rule 1's")
  })

  it('lets an unread page follow the one before where the rubric says so', () => {
    expect(short(splitPages(sides({ code: 'MP26-04217' }, null, { unread: true }, null), rubricFor({ unread: 'previous' })))).toBe(
      'k1 b k1 b',
    )
  })

  it.each([
    ['continue', 'k1 k1'],
    ['new', 'k1 k2'],
  ])('a repeated value: %s', (sameValue, expected) => {
    expect(short(splitPages(sides({ code: 'MP26-04217' }, { code: 'MP26-04217' }), rubricFor({ sameValue })))).toBe(expected)
  })

  it.each([
    ['hold', 'h? h k1'],
    ['document', 'k1 k1 k2'],
  ])('pages ahead of the first match: %s', (before, expected) => {
    const outcome = splitPages(sides({}, {}, { code: 'MP26-04217' }), rubricFor({ before }))
    expect(short(outcome)).toBe(expected)
  })

  it('looks at backs only where the rule says so', () => {
    const rule = { rule: 'barcode', formats: ['Code128'], type: 'permit' }
    const given = sides({ code: 'A' }, { code: 'B' })
    expect(short(splitPages(given, rubricFor({ rules: [{ ...rule, side: 'front' }] })))).toBe('k1 k1')
    expect(short(splitPages(given, rubricFor({ rules: [rule] })))).toBe('k1 k2')
  })

  it('sets a cover sheet aside and gives its values to the next page', () => {
    const rules = [{ rule: 'barcode', value: '^S(?<box>\\d)$', sheet: 'set-aside', type: 'permit' }]
    const outcome = splitPages(sides({ code: 'S1' }, null, {}, null, { code: 'S2' }, null, {}, {}), rubricFor({ rules }))
    expect(short(outcome)).toBe('s b k1 b s b k2 k2')
    expect(outcome.documents.map(document => document.barcode.box)).toEqual(['1', '2'])
  })

  it('accounts for a side that cannot be decoded', () => {
    const outcome = splitPages(sides({ code: 'MP26-04217' }, { broken: 'cut short' }), rubricFor())
    expect(short(outcome)).toBe('k1 u')
    expect(outcome.pages[1]!.why).toBe('cut short')
  })
})

describe("a person's answers", () => {
  const given = (answer: Parameters<typeof sides>[0]) => sides({ code: 'MP26-04217' }, null, { unread: true, ...answer }, null, {}, null)

  it('a typed value starts a document with its groups and frees the pages behind', () => {
    const outcome = splitPages(given({ answer: { as: 'code', value: 'MP26-04245' } }), rubricFor())
    expect(short(outcome)).toBe('k1 b k2 b k2 b')
    expect(outcome.documents[1]).toMatchObject({ type: 'permit', barcode: { permit: '04245' } })
  })

  it('the page may belong to the one before, or start a document without a code', () => {
    expect(short(splitPages(given({ answer: { as: 'continue' } }), rubricFor()))).toBe('k1 b k1 b k1 b')
    const started = splitPages(given({ answer: { as: 'start' } }), rubricFor())
    expect(short(started)).toBe('k1 b k2 b k2 b')
    expect(started.documents[1]).toMatchObject({ type: 'other', barcode: {} })
  })
})

describe('splitting by sheets and counts', () => {
  it('a sheet blank on both sides separates; a blank back does not', () => {
    const rules = [{ rule: 'blank-sheet', type: 'permit' }]
    expect(short(splitPages(sides({}, null, {}, {}, null, null, {}, null), rubricFor({ rules })))).toBe('k1 b k1 k1 s s k2 b')
  })

  it('counts sheets, blank or not', () => {
    const rules = [{ rule: 'count', sheets: 2 }]
    expect(short(splitPages(sides({}, null, {}, null, null, null, {}, null, {}, null), rubricFor({ rules })))).toBe(
      'k1 b k1 b b b k2 b k3 b',
    )
  })

  it('counts the pages that are kept', () => {
    const rules = [{ rule: 'count', pages: 2 }]
    expect(short(splitPages(sides({}, null, {}, null, {}, {}, {}, null), rubricFor({ rules })))).toBe('k1 b k1 b k2 k2 k3 b')
  })

  it('makes one document where there are no rules', () => {
    expect(short(splitPages(sides({}, null, {}, {}), rubricFor({ rules: [] })))).toBe('k1 b k1 k1')
  })

  it('keeps blank sides where the rubric says so', () => {
    expect(short(splitPages(sides({}, null), rubricFor({ rules: [] }, { clean: { blank: { action: 'keep' } } })))).toBe('k1 k1')
  })
})

describe('splitting by recognised text', () => {
  const rule = { rule: 'text', value: '^Statement of (dues|fees)', type: 'other' }
  const given = sides(
    { text: 'Statement of dues' },
    {},
    { text: 'not a Statement of dues' },
    null,
    { text: 'Statement of fees for May' },
    null,
  )

  it('starts a document where a line fits, and says which words did', () => {
    const outcome = splitPages(given, rubricFor({ rules: [rule] }))
    expect(short(outcome)).toBe('k1 k1 k1 b k2 b')
    expect(outcome.pages[4]!.why).toBe("Starts a document: the text 'Statement of fees' on the page matches rule 1.")
  })

  it('looks in its zone only, and may set the page aside as a separator', () => {
    const elsewhere = { ...rule, zone: { x: 1, y: 6, width: 6, height: 1, unit: 'in' } }
    expect(short(splitPages(given, rubricFor({ rules: [elsewhere], before: 'document' })))).toBe('k1 k1 k1 b k1 b')
    expect(short(splitPages(given, rubricFor({ rules: [{ ...rule, sheet: 'set-aside' }] })))).toBe('s k1 k1 b s b')
  })

  it("gives each rule's own type, the first match its reason", () => {
    const code = { rule: 'barcode', formats: ['Code128'], type: 'permit' }
    const mixed = sides({ code: 'A', text: 'Statement of dues' }, null, { text: 'Statement of dues' }, null, { code: 'B' }, null)
    const outcome = splitPages(mixed, rubricFor({ rules: [code, rule] }))
    expect(outcome.documents.map(document => document.type)).toEqual(['permit', 'other', 'permit'])
  })
})
