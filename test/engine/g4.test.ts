import sharp from 'sharp'
import { expect, it } from 'vitest'
import type { Bitmap } from '../../core/raster/image'
import { encodeG4 } from '../../engine/tiff'

/** The ink that libtiff, which we did not write, finds in our file. */
async function decoded(page: Bitmap): Promise<Uint8Array> {
  const { data } = await sharp(encodeG4(page, 200)).toColourspace('b-w').raw().toBuffer({ resolveWithObject: true })
  return data.map(value => (value < 128 ? 1 : 0))
}

const same = async (page: Bitmap) => Buffer.compare(Buffer.from(await decoded(page)), Buffer.from(page.data)) === 0

it('every run length in both colours comes back', async () => {
  const width = 6000
  const height = 2700
  const data = new Uint8Array(width * height)
  for (let y = 0; y < height; y++) data.fill(1, y * width + (y % 2 ? y : 0), y * width + (y % 2 ? 2 * y : y))
  expect(await same({ width, height, data })).toBe(true)
})

it.each([0.001, 0.03, 0.5, 0.97])('noise with %f of ink comes back', async share => {
  const width = 1013
  const height = 300
  let state = 5
  const data = Uint8Array.from({ length: width * height }, () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 4294967296 < share ? 1 : 0
  })
  expect(await same({ width, height, data })).toBe(true)
})
