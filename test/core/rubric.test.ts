import { expect, it } from 'vitest'
import { z } from 'zod'
import { issuesOf } from '../../core/model/issues'
import { readRubric } from '../../core/rubric/readRubric'
import { startingRubrics } from '../../core/rubric/startingRubrics'

const sound = {
  version: 1,
  name: 'R',
  split: {
    rules: [{ rule: 'barcode', formats: ['Code128'], zone: { x: 0, y: 0, width: 3, height: 1 }, value: '^MP(?<year>\\d\\d)$', type: 'a' }],
  },
  types: [{ id: 'a', label: 'A', fields: [{ id: 'permit', label: 'Permit', from: [{ barcode: 'permit' }] }] }],
  files: [{ format: 'pdf-a', name: '{type}/{permit}-{year}-{seq:3}' }],
}

function faults(change: (rubric: typeof sound & Record<string, unknown>) => void): string[] {
  const rubric = structuredClone(sound) as typeof sound & Record<string, unknown>
  change(rubric)
  const read = readRubric(rubric)
  return read.ok ? [] : read.issues.map(issue => `${issue.path}: ${issue.found} / ${issue.expected}`)
}

it('takes a sound rubric and fills in what is left out', () => {
  const read = readRubric(sound)
  expect(read.ok && read.rubric.clean.blank.maxInk).toBe(0.00001)
  expect(faults(rubric => Object.assign(rubric, { files: [], types: [], split: { rules: [] } }))).toEqual([])
})

it.each([
  ['an unknown key', (r: never) => Object.assign((r as typeof sound).split.rules[0]!, { zon: 1 }), 'split.rules[0].zon: 1 / no such key'],
  [
    'a type that is not there',
    (r: never) => Object.assign((r as typeof sound).split.rules[0]!, { type: 'b' }),
    'split.rules[0].type: "b" / one of the types "a"',
  ],
  [
    'a pattern that does not compile',
    (r: never) => Object.assign((r as typeof sound).split.rules[0]!, { value: '(' }),
    'split.rules[0].value: "("',
  ],
  [
    'a name that asks for no field',
    (r: never) => Object.assign((r as typeof sound).files[0]!, { name: '{vessel}' }),
    'files[0].name: "{vessel}"',
  ],
  ['a name that leaves its folder', (r: never) => Object.assign((r as typeof sound).files[0]!, { name: '../x' }), 'files[0].name: "../x"'],
  [
    'a barcode format that nobody knows',
    (r: never) => Object.assign((r as typeof sound).split.rules[0]!, { formats: ['Code129'] }),
    'split.rules[0].formats[0]: "Code129"',
  ],
  ['a wrong kind of value', (r: never) => Object.assign(r, { scan: { dpi: 'fine' } }), 'scan.dpi: "fine" / a number'],
  [
    'layers elsewhere than in a PDF',
    (r: never) => Object.assign(r, { files: [{ format: 'tiff', layers: 'auto' }] }),
    'files[0].layers: "auto" / no layers',
  ],
  [
    'a compression elsewhere than of a TIFF',
    (r: never) => Object.assign(r, { files: [{ format: 'pdf', compression: 'lzw' }] }),
    'files[0].compression: "lzw" / no compression',
  ],
])('refuses %s, with its path', (_, change, expected) => {
  const found = faults(change as never)
  expect(found).toHaveLength(1)
  expect(found[0]).toContain(expected)
})

it.each(startingRubrics.map(one => [one.id, one.body] as const))(
  '“%s”, from which one starts, is sound and says what it is for',
  (_, body) => {
    const read = readRubric(body)
    expect(read.ok ? [] : read.issues).toEqual([])
    expect(read.ok && read.rubric.about && read.rubric.icon).toBeTruthy()
  },
)

it('says what is wrong with a value once, whatever rules it breaks', () => {
  const Identity = z.object({ id: z.coerce.number().int().max(9_007_199_254_740_991) })
  const input = { id: '99999999999999999999' }
  const read = Identity.safeParse(input)
  expect(issuesOf(read.error!, input)).toEqual([{ path: 'id', found: '"99999999999999999999"', expected: 'at most 9007199254740991' }])
})
