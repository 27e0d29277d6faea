import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { patternLike } from '../../core/pattern/like'
import { patternFault, patternOf } from '../../core/pattern/pattern'
import { rubricPlace } from '../../app/words/rubricPlaces'
import { rubricChanges } from '../../core/rubric/rubricDifference'
import { candidatesFor, successorOf } from '../../core/split/candidates'
import { compareOutcomes } from '../../core/split/compare'
import { composed, patternWords } from '../../core/pattern/parts'
import { splitPages } from '../../core/split/split'
import { rubricFor, sides } from './pages'

const permit = '^MP(?<year>\\d{2})-(?<permit>\\d{5})$'

describe('a pattern', () => {
  it.each([
    [permit, '‘MP’, two digits, ‘-’, five digits'],
    ['^FILE-(?<file>[A-Z]{2}\\d{3})$', '‘FILE-’, two capital letters, three digits'],
    ['^LS/\\d+/\\d{4}-\\d{2}$', '‘LS/’, one or more digits, ‘/’, four digits, ‘-’, two digits'],
    ['^A\\d{2,4}B?$', '‘A’, two to four digits, ‘B’ or not'],
    ['^(one|two)$', '^(one|two)$'],
    ['^(?=x)y', '^(?=x)y'],
  ])('%s is said as %s', (pattern, words) => {
    expect(patternWords(pattern)).toBe(words)
  })

  it.each([
    [permit, { year: '26', permit: '04217' }, 'MP26-04217'],
    ['^FILE-(?<file>[A-Z]{2}\\d{3})$', { file: 'HM204' }, 'FILE-HM204'],
    ['^X\\d-(?<a>\\d)$', { a: '1' }, null],
    ['^(?<a>x|y)$', { a: 'x' }, null],
  ])('%s with %j gives %s', (pattern, groups, value) => {
    expect(composed(pattern, groups)).toBe(value)
  })
})

describe('candidates for a code that does not read', () => {
  const nothing = { readings: [], codes: [], beside: [], last: null, awaited: [] }

  it('are what is printed beside it, the next of the list, a half reading, the number after the last one', () => {
    const found = candidatesFor(
      { ...nothing, beside: ['Permit', 'MP26-O42I9', '2026'], readings: ['MP26-04212'], last: 'MP26-04218', awaited: ['MP26-04220'] },
      [permit],
    )
    expect(found.map(one => `${one.value} ${one.why}`)).toEqual([
      'MP26-04219 printed beside it',
      'MP26-04220 next in the list',
      'MP26-04212 half read',
      'MP26-04218 the last good value',
    ])
  })

  it('fit the pattern, or are none', () => {
    expect(candidatesFor({ ...nothing, beside: ['nonsense 12'], readings: ['MP2-1'], codes: ['X1'] }, [permit])).toEqual([])
    expect(candidatesFor({ ...nothing, beside: ['any 12'], last: 'Q9' }, []).map(one => one.value)).toEqual(['Q10', 'Q9'])
  })

  it.each([
    ['MP26-04999', 'MP26-05000'],
    ['A099B', 'A100B'],
    ['99', '100'],
    ['none', null],
  ])('%s is followed by %s', (value, next) => {
    expect(successorOf(value)).toBe(next)
  })
})

describe('two rubrics', () => {
  it('differ where a key does, and only there', () => {
    const before = rubricFor()
    const after = rubricFor({ unread: 'previous', rules: [{ rule: 'barcode', type: 'permit' }] })
    expect(rubricChanges(before, before)).toEqual([])
    expect(rubricChanges(before, after)).toEqual(
      expect.arrayContaining([
        { at: ['split', 'unread'], before: 'hold', after: 'previous' },
        { at: ['split', 'rules', 0, 'formats', 0], before: 'Code128', after: null },
      ]),
    )
  })

  it('compare types and fields with themselves, wherever they stand', () => {
    const field = (id: string, label: string, required = false) => ({ id, label, required })
    const permitWith = (...fields: object[]) => ({ types: [{ id: 'permit', label: 'Permit', fields }] })
    const before = permitWith(field('hull', 'Hull number'), field('zone', 'Zone'))
    const at = ['types', '“Permit”', 'fields']
    expect(rubricChanges(before, permitWith(field('note', 'Note'), field('hull', 'Hull number', true), field('zone', 'Zone')))).toEqual([
      { at: [...at, '“Hull number”', 'required'], before: 'no', after: 'yes' },
      { at: [...at, '“Note”'], before: null, after: '“Note”' },
    ])
    expect(rubricChanges(before, permitWith(field('zone', 'Zone'), field('hull', 'Hull')))).toEqual([
      { at: [...at, '“Hull number”', 'label'], before: 'Hull number', after: 'Hull' },
      { at: [...at, 'order'], before: '“Hull number”, “Zone”', after: '“Zone”, “Hull”' },
    ])
    expect(rubricPlace({ at: [...at, '“Hull number”', 'required'] })).toBe('Types and fields, “Permit”, field, “Hull number”, required')
  })

  it('are compared by what they make of the same pages: a renumbered document is the same one', () => {
    const pages = sides({ code: 'MP26-04217' }, {}, { unread: true }, {}, { code: 'MP26-04218' }, {})
    const comparison = compareOutcomes(splitPages(pages, rubricFor()), splitPages(pages, rubricFor({ unread: 'previous' })))
    expect(comparison.pages.map(page => page.changed)).toEqual([false, false, true, true, false, false])
    expect([comparison.before!.totals.held, comparison.after.totals.held, comparison.after.documents]).toEqual([2, 0, 2])
    const merged = compareOutcomes(splitPages(pages, rubricFor()), splitPages(pages, rubricFor({ rules: [] })))
    expect(merged.pages.map(page => page.changed)).toEqual([false, false, true, true, true, true])
  })
})

describe('a pattern like a value', () => {
  it.each([
    ['04205', '\\d{5}'],
    ['MP26-04205', '[A-Z]{2}\\d{2}-\\d{5}'],
    ['20/06/2026', '\\d{2}/\\d{2}/\\d{4}'],
    ['15.3', '\\d+\\.\\d'],
    ['1,369.40', '\\d[\\d,]*\\.\\d{2}'],
    ['1 234 567,89', '\\d[\\d ]*,\\d{2}'],
    ['1.234', '\\d\\.\\d{3}'],
    ['Little Auk', '.+'],
  ])('of %s is %s', (value, pattern) => {
    expect(patternLike(value)).toBe(pattern)
  })

  it('is sound, and that value fits it whole', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 40 }), value => {
        const pattern = patternLike(value)
        expect(patternFault(pattern)).toBeNull()
        if (/^[\x20-\x7e]+$/.test(value)) expect(patternOf(`^(?:${pattern})$`).test(value.trim() || value)).toBe(true)
      }),
    )
  })
})
