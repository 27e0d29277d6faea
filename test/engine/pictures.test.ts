import { execFile } from 'node:child_process'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { bitmapOf } from '../../core/raster/mono'
import { decodeImage, encodeJpeg, encodePng, encodeThumbnail } from '../../engine/images'
import { encodeG4, readG4, writeTiff } from '../../engine/tiff'

let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-pictures-'))
})
afterAll(() => rm(folder, { recursive: true }))

const width = 830
const height = 1170
const ink = Uint8Array.from({ length: width * height }, (_, at) => ((at % width) % 40 < 9 && Math.floor(at / width) % 50 < 30 ? 0 : 255))

describe('page files', () => {
  it('CCITT G4 in one strip comes back as it went in', async () => {
    const tiff = encodeG4(bitmapOf({ width, height, data: ink }), 100)
    expect(readG4(tiff)).toMatchObject({ width, height })
    await writeFile(join(folder, 'page.tif'), tiff)
    const back = await decodeImage(join(folder, 'page.tif'), 1)
    expect(back).toMatchObject({ width, height, channels: 1, dpi: 100 })
    expect(Buffer.compare(Buffer.from(back.data), Buffer.from(ink))).toBe(0)
  })

  it.each([
    ['JPEG', encodeJpeg, 'JFIF'],
    ['PNG', encodePng, 'pHYs'],
  ])('grey %s stays one channel and says its resolution, once', async (_, encode, mark) => {
    const file = await encode({ width, height, channels: 1, data: ink, dpi: 200 }, 200)
    const { channels, density } = await sharp(file).metadata()
    expect([channels, density]).toEqual([1, 200])
    expect(file.toString('latin1').split(mark)).toHaveLength(2)
  })

  it('says nothing of a resolution that no device has', async () => {
    const jpeg = await encodeJpeg({ width, height, channels: 1, data: ink, dpi: 200 }, 60_000)
    expect((await sharp(jpeg).metadata()).density).toBe(60_000)
    expect((await decodeImage(jpeg, 1)).dpi).toBeNull()
  })

  it('has a small picture also where it is a long strip', async () => {
    const strip = { width: 20, height: 9000, channels: 1 as const, data: new Uint8Array(20 * 9000).fill(255), dpi: 200 }
    expect(await sharp(await encodeThumbnail(strip)).metadata()).toMatchObject({ width: 9, height: 4000 })
  })
})

describe('a TIFF of pages in black and white, grey and colour', () => {
  const pages = ['page.tif', 'grey.jpg', 'colour.jpg'].map(name => ({ name, mono: name.endsWith('.tif'), dpi: 100 }))
  const shades = ink.map((level, at) => (level ? 200 + ((at * 7) % 23) : 20 + ((at * 5) % 11)))
  beforeAll(async () => {
    await writeFile(join(folder, 'page.tif'), encodeG4(bitmapOf({ width, height, data: ink }), 100))
    await writeFile(join(folder, 'grey.jpg'), await encodeJpeg({ width, height, channels: 1, data: shades, dpi: 100 }, 100))
    const data = Uint8Array.from({ length: 3 * shades.length }, (_, at) =>
      at % 3 === 2 ? 255 - shades[(at / 3) | 0]! : shades[(at / 3) | 0]!,
    )
    await writeFile(join(folder, 'colour.jpg'), await encodeJpeg({ width, height, channels: 3, data, dpi: 100 }, 100))
  })

  it.each([
    ['auto', ['CCITT Group 4', 'JPEG', 'JPEG'], ['1', '8', '8']],
    ['lzw', ['LZW', 'LZW', 'LZW'], ['1', '8', '8']],
    ['g4', ['CCITT Group 4', 'CCITT Group 4', 'CCITT Group 4'], ['1', '1', '1']],
  ] as const)('is compressed as it was asked: %s', async (compression, schemes, bits) => {
    const to = join(folder, `${compression}.tif`)
    await writeTiff(
      to,
      pages.map(({ name, ...page }) => ({ ...page, file: join(folder, name) })),
      compression,
    )
    // libtiff's own tool, which we did not write.
    const { stdout } = await promisify(execFile)('tiffinfo', [to])
    const said = (name: string) => [...stdout.matchAll(new RegExp(`${name}: (.+)`, 'g'))].map(([, what]) => what)
    expect([said('Compression Scheme'), said('Bits/Sample')]).toEqual([schemes, bits])
    expect(said('Samples/Pixel')).toEqual(['1', '1', compression === 'g4' ? '1' : '3'])
    expect(said('Resolution')).toEqual(Array(3).fill('100, 100 pixels/inch'))
    for (const [at, { name }] of pages.entries()) {
      const [made, kept] = [await decodeImage(to, at + 1), await decodeImage(join(folder, name), 1)]
      expect([made.width, made.height]).toEqual([width, height])
      if (compression === 'lzw') expect(Buffer.compare(Buffer.from(made.data), Buffer.from(kept.data))).toBe(0)
      if (compression === 'g4') expect(Buffer.compare(Buffer.from(made.data), Buffer.from(ink))).toBe(0)
    }
  })
})
