import { expect, it } from 'vitest'
import { isPrint } from '../../core/text/isPrint'
import { line } from './line'

const large = (text: string, confidence = 0.95) =>
  line(text, 1, 2, 0).map(word => ({ ...word, x: 1 + (word.x - 1) * 2, width: word.width * 2, height: 0.28, confidence }))
const place = { x: 1, y: 2, width: 1.2, height: 0.28 }

it('is a place that words fill which were read surely', () => {
  expect(isPrint(place, large('BILL OF'))).toBe(true)
  expect(isPrint(place, large('BILL OF LADING'))).toBe(true)
  expect(isPrint({ ...place, y: 1.96, height: 0.36 }, large('BILL OF'))).toBe(true)
})

it('is no place of which a label’s words, a number or a guess take only a part', () => {
  expect(isPrint(place, [])).toBe(false)
  expect(isPrint(place, large('BILL OF', 0.7))).toBe(false)
  expect(isPrint(place, large('4217 83'))).toBe(false)
  // Bars go on beside the label, or below it.
  expect(isPrint({ ...place, width: 2 }, large('BILL OF'))).toBe(false)
  expect(isPrint({ ...place, height: 0.6 }, large('BILL OF'))).toBe(false)
  // Words at both ends, bars between them.
  const [first, last] = large('BI LL')
  expect(isPrint({ ...place, width: 2 }, [first!, { ...last!, x: 2.7 }])).toBe(false)
})
