import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Word } from '../../core/model/evidence'
import { packWords, unpackWords } from '../../core/text/packedWords'
import { awakened, restWords } from '../../core/text/restingWords'

const inches = fc.integer({ min: -2000, max: 200_000 }).map(thousandths => thousandths / 1000)
const place = fc.integer({ min: 0, max: 5000 })
const word: fc.Arbitrary<Word> = fc.record({
  text: fc.string({ minLength: 1, unit: 'binary' }),
  x: inches,
  y: inches,
  width: inches,
  height: inches,
  confidence: fc.integer({ min: 0, max: 1000 }).map(thousandths => thousandths / 1000),
  line: place,
  paragraph: place,
  block: place,
})

it('words at rest come back as they are kept, whatever they are', () => {
  fc.assert(
    fc.property(fc.array(word), words => {
      expect(restWords(words)()).toEqual(unpackWords(packWords(words)))
    }),
  )
  expect(restWords([])()).toEqual([])
})

it('lists that are made when they are looked at are made once for those who look at few, and not held where there are many', () => {
  const made: number[] = []
  const lists = awakened(
    Array.from({ length: 40 }, (_, at) => () => {
      made.push(at)
      return [at]
    }),
  )
  expect(made).toEqual([])
  expect([lists[3], lists[3], lists.at(3), lists.length]).toEqual([[3], [3], [3], 40])
  expect(made).toEqual([3])
  expect(lists.map(([only]) => only)).toEqual(Array.from({ length: 40 }, (_, at) => at))
  expect([...lists.entries()].flatMap(([at, [only]]) => (at === only ? [at] : []))).toHaveLength(40)
  made.length = 0
  expect([lists[39], lists[0]]).toEqual([[39], [0]])
  expect(made).toEqual([0])
})
