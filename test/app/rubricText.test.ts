import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { offeredAt, wordsAt } from '../../app/components/rubric/jsonHelp'
import { withChanges } from '../../app/components/rules/withChanges'

/** A text with a | where the cursor stands. */
const at = (marked: string) => ({ text: marked.replace('|', ''), offset: marked.indexOf('|') })
const offered = (marked: string) => {
  const { text, offset } = at(marked)
  return offeredAt(text, offset)?.options ?? []
}

describe('writing a rubric', () => {
  it('offers the keys that may stand at a place and are not there yet', () => {
    expect(offered('{ "scan": { "dpi": 200, | } }')).toContain('"colour": ')
    expect(offered('{ "scan": { "dpi": 200, | } }')).not.toContain('"dpi": ')
    expect(offered('{ "scan": { "co|": "grey" } }')).toContain('"colour"')
    // Of several kinds of rules, the one that is being written.
    const keys = offered('{ "split": { "rules": [ { "rule": "count", | } ] } }')
    expect(keys).toContain('"sheets": ')
    expect(keys).not.toContain('"zone": ')
  })

  it('offers values, where only some may stand', () => {
    expect(offered('{ "scan": { "colour": | } }')).toEqual(['"auto"', '"colour"', '"grey"', '"mono"'])
    expect(offered('{ "clean": { "deskew": | } }')).toEqual(['true', 'false'])
    expect(offered('{ "split": { "rules": [ { "rule": | } ] } }')).toContain('"blank-sheet"')
    expect(offered('{ "no such key": { | } }')).toEqual([])
  })

  it('says what may stand where somebody points', () => {
    const { text, offset } = at('{ "scan": { "dpi": 2|00 } }')
    const found = wordsAt(text, offset)!
    expect(found.words).toBe('dpi: integer from 75 to 600 (left out: 200)')
    expect(text.slice(found.from, found.to)).toBe('200')
  })
})

describe('a change of the text', () => {
  it('leaves all else as somebody wrote it', () => {
    const text = '{\n  "name":   "R",\n\n  "scan": {\n    "dpi": 200,\n    "colour": "grey"\n  }\n}'
    const before = JSON.parse(text) as { scan: object }
    expect(withChanges(text, before, { ...before, scan: { ...before.scan, dpi: 300 } })).toBe(text.replace('200', '300'))
    const without = withChanges(text, before, { ...before, scan: { colour: 'grey', dpi: undefined } })
    expect(without).toBe(text.replace('    "dpi": 200,\n', ''))
  })

  it('says what was wanted, whatever was there', () => {
    const value = fc.dictionary(fc.stringMatching(/^[a-z]{1,3}$/), fc.jsonValue({ maxDepth: 3 }))
    fc.assert(
      fc.property(value, value, (before, after) => {
        expect(JSON.parse(withChanges(JSON.stringify(before, null, 2), before, after))).toEqual(JSON.parse(JSON.stringify(after)))
      }),
    )
  })
})
