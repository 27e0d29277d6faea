import { expect, it } from 'vitest'
import { fuzzDecoders } from '../fuzz/decoders'

// `npm run fuzz` goes on with other seeds.
it('spoilt files are examined or refused in words, and nothing else', async () => {
  const { examined, unreadable, failed } = await fuzzDecoders(11, 60, 120)
  expect(failed).toEqual([])
  expect(Math.min(examined, unreadable)).toBeGreaterThan(5)
})
