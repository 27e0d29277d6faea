import fc from 'fast-check'
import { expect, it } from 'vitest'
import { nearSpellings } from '../../core/text/nearSpellings'

const word = fc.string({ unit: fc.constantFrom(...'abehorstu'), minLength: 4, maxLength: 12 })

it('has what one slip makes of a word, and not the word', () => {
  const near = nearSpellings('harbour')
  for (const slip of ['harbor', 'harbouur', 'harbowr', 'habrour', 'arbour', 'harbours', 'hårbour']) expect(near).toContain(slip)
  expect(near).not.toContain('harbour')
  expect(near).not.toContain('habor')
  expect(new Set(near).size).toBe(near.length)
})

it('is near both ways, and never far', () => {
  fc.assert(
    fc.property(word, fc.nat(), (one, pick) => {
      const near = nearSpellings(one)
      const other = near[pick % near.length]!
      expect(Math.abs(other.length - one.length)).toBeLessThanOrEqual(1)
      if (/^[a-z]+$/.test(other)) expect(nearSpellings(other)).toContain(one)
    }),
    { numRuns: 60 },
  )
})
