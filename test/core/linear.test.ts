import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readRubric } from '../../core/rubric/readRubric'
import { patternFault, patternOf } from '../../core/pattern/pattern'

describe('a pattern is matched in linear time', () => {
  it.each([
    ['^(a+)+$', false],
    ['(a|a|a)+b', false],
    ['(a|aa)+$', false],
    ['(.*a){20}', true],
    ['^(([a-z])+.)+[A-Z]([a-z])+$', false],
  ] as const)('%s meets what would stop another engine for good', (source, fits) => {
    // Ten thousand letters: were it not linear, this would not end.
    expect(patternOf(source).test(`${'a'.repeat(10_000)}!`)).toBe(fits)
  })

  it.each<[string, string]>([
    ['(?=x)y', 'a pattern without a look-ahead (?=…): it cannot be matched in linear time'],
    ['(?!x)y', 'a pattern without a look-ahead (?!…): it cannot be matched in linear time'],
    ['(?<=x)y', 'a pattern without a look-behind (?<=…): it cannot be matched in linear time'],
    ['(?<!x)y', 'a pattern without a look-behind (?<!…): it cannot be matched in linear time'],
    ['(x)\\1', 'a pattern without a back-reference: it cannot be matched in linear time'],
    ['(?<a>x)\\k<a>', 'a pattern without a back-reference: it cannot be matched in linear time'],
  ])('%s is refused by name', (source, words) => {
    expect(patternFault(source)).toBe(words)
  })

  it('is refused in a rubric with its path', () => {
    const read = readRubric({ version: 1, name: 'R', split: { rules: [{ rule: 'text', value: '^(?=x)' }] } })
    expect(read).toMatchObject({
      ok: false,
      issues: [{ path: 'split.rules[0].value', expected: expect.stringContaining('a look-ahead') as string }],
    })
  })

  it.each(['\\(\\?=x', '[(?=]x', '\\\\d', '[a1]?x'])('%s is taken: its signs mean themselves', source => {
    expect(patternFault(source)).toBeNull()
  })
})

describe("it finds what the language's own engine finds", () => {
  const sources = [
    '^MP(?<year>\\d{2})-(?<permit>\\d{5})$',
    '\\d{2,4}',
    '[A-Z]{2}\\d+',
    '(?<a>\\d+)|(?<b>[a-z]+)',
    '^Statement of dues',
    '\\bno\\b',
    '(\\w+)@(\\w+)',
    '[^\\d\\s]+',
    '\\p{L}+',
    'a?b*c+',
    '(?:x|yy)(z)?',
    '\\u0041',
    '.*?-',
  ]

  it.each(sources)('%s', source => {
    const own = new RegExp(source, 'u')
    const pattern = patternOf(source)
    const texts = fc.oneof(
      fc.string({ maxLength: 30 }),
      fc.stringMatching(/^[A-Za-z0-9 @-]{0,30}$/),
      fc.constantFrom('MP26-04217', 'Statement of dues 2026', 'no 12 A', 'ab@cd', 'yyz', 'Ærø'),
    )
    fc.assert(
      fc.property(texts, text => {
        const wanted = own.exec(text)
        const found = pattern.exec(text)
        expect(pattern.test(text)).toBe(Boolean(wanted))
        expect(found && { index: found.index, text: found.text, first: found.first, groups: found.groups }).toEqual(
          wanted && {
            index: wanted.index,
            text: wanted[0],
            first: wanted.length > 1 ? wanted[1] : undefined,
            groups: Object.fromEntries(Object.entries<string | undefined>(wanted.groups ?? {}).filter(([, value]) => value !== undefined)),
          },
        )
      }),
      { numRuns: 300 },
    )
  })
})
