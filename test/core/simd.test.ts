import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blockStatistics, overNeighbours } from '../../core/raster/blocks'
import { findComponents } from '../../core/raster/components'
import { greyOf, luma, type Blocks } from '../../core/raster/image'
import { bitmapOf, fixedMono, greyFromBitmap } from '../../core/raster/mono'
import { compiledFrom } from '../../core/raster/simd/compiled'
import { findRuns, lowerEdges } from '../../core/raster/simd/ink'
import type { Page } from '../../core/raster/simd/memory'
import { lumaOf } from '../../core/raster/simd/levels'
import { smooth } from '../../core/raster/simd/neighbours'
import { darker, stretch } from '../../core/raster/simd/surface'
import { straighten } from '../../core/raster/turn'
import { digestOf } from '../../run/simdDigest'

// Passes over sixteen pixels at once give what their definitions give, one pixel at a time and in whole numbers no one rounds.

it('was compiled from the texts that stand beside it (else: npm run simd)', async () => {
  expect(await digestOf('core/raster/simd/assembly')).toBe(compiledFrom)
})

const noise = (length: number, seed: number, spread: number) => {
  let state = seed
  return Uint8Array.from({ length }, (_, at) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return 128 + 60 * Math.sin(at / 91) + ((state >>> 24) - 128) * spread
  })
}
const pages = fc
  .record({
    width: fc.integer({ min: 2, max: 90 }),
    height: fc.integer({ min: 2, max: 60 }),
    seed: fc.nat(),
    spread: fc.constantFrom(0.05, 0.5),
  })
  .map(({ width, height, seed, spread }) => ({ width, height, data: noise(width * height, seed, spread), seed }))
const large = { width: 1100, height: 620, data: noise(1100 * 620, 3, 0.3), seed: 3 }

function slopeOver({ width, height }: { width: number; height: number }, size: number): Blocks {
  const [columns, rows] = [Math.ceil(width / size), Math.ceil(height / size)]
  const level = (_: unknown, at: number) => 150 + 10 * Math.sin((at % columns) / 7) + 10 * Math.cos(Math.floor(at / columns) / 5)
  return { size, columns, rows, data: Float32Array.from({ length: columns * rows }, level) }
}

/** Bilinear between the middles of blocks, and level beyond the outermost. */
function surfaceAt({ size, columns, rows, data }: Blocks, x: number, y: number): number {
  const within = (place: number, count: number) => Math.min(count - 1, Math.max(0, (place + 0.5) / size - 0.5))
  const [column, row] = [within(x, columns), within(y, rows)]
  const [left, top] = [Math.floor(column), Math.floor(row)]
  const [right, bottom] = [Math.min(columns - 1, left + 1), Math.min(rows - 1, top + 1)]
  const along = (line: number) => data[line * columns + left]! * (1 - column + left) + data[line * columns + right]! * (column - left)
  return along(top) * (1 - row + top) + along(bottom) * (row - top)
}

describe('over a surface', () => {
  const check = (page: typeof large, size: number) => {
    // The light of paper, and with it every threshold, changes slowly.
    const paper = slopeOver(page, size)
    const ink = darker(page, paper)
    const made = stretch(page, paper, 340, 64)
    for (const [at, level] of page.data.entries()) {
      const white = surfaceAt(paper, at % page.width, Math.floor(at / page.width))
      if (Math.abs(level - white) > 2 && ink[at] !== Number(level < white)) throw new Error(`ink ${at}: ${level}, ${white}`)
      const wanted = Math.min(255, Math.max(0, 255 + ((level - white) * 340) / Math.max(64, white)))
      // The gain stays the same within a block.
      if (Math.abs(made[at]! - wanted) > 6) throw new Error(`stretched ${at}: ${made[at]}, ${wanted}`)
    }
  }
  it('in pages of any size', () => {
    fc.assert(fc.property(pages, fc.integer({ min: 2, max: 20 }), check), { numRuns: 60 })
  })
  it('in pages of several bands', () => {
    check(large, 16)
  })
})

describe('of blocks', () => {
  const check = (page: typeof large, size: number, radius: number) => {
    const { mean, deviation } = blockStatistics(page, size)
    for (const [at, level] of mean.data.entries()) {
      const [left, top] = [(at % mean.columns) * size, Math.floor(at / mean.columns) * size]
      const inside: number[] = []
      for (let y = top; y < Math.min(page.height, top + size); y += 2)
        for (let x = left; x < Math.min(page.width, left + size); x += 2) inside.push(page.data[y * page.width + x]!)
      const average = inside.reduce((sum, one) => sum + one, 0) / inside.length
      expect(level).toBeCloseTo(average, 3)
      const spread = Math.sqrt(inside.reduce((sum, one) => sum + (one - average) ** 2, 0) / inside.length)
      expect(deviation.data[at]).toBeCloseTo(spread, 2)
    }
    const largest = overNeighbours(mean, radius, 'max')
    const middle = overNeighbours(mean, radius, 'mean')
    for (const at of mean.data.keys()) {
      const near: number[] = []
      for (let y = -radius; y <= radius; y++)
        for (let x = -radius; x <= radius; x++) {
          const [column, row] = [(at % mean.columns) + x, Math.floor(at / mean.columns) + y]
          if (column >= 0 && row >= 0 && column < mean.columns && row < mean.rows) near.push(mean.data[row * mean.columns + column]!)
        }
      expect(largest.data[at]).toBe(Math.max(...near))
      expect(middle.data[at]).toBeCloseTo(near.reduce((sum, one) => sum + one, 0) / near.length, 2)
    }
  }
  it('means, deviations, and those of their neighbourhood', () => {
    fc.assert(fc.property(pages, fc.integer({ min: 2, max: 20 }), fc.integer({ min: 1, max: 3 }), check), { numRuns: 25 })
  })
})

describe('ink', () => {
  const check = ({ width, height, data: levels }: typeof large, step: number) => {
    const data = levels.map(level => Number(level < 120))
    const made = new Uint8Array(data.length)
    const runs = findRuns({ width, height, data })
    for (let run = 0; run < runs.count; run++)
      made.fill(1, runs.row[run]! * width + runs.start[run]!, runs.row[run]! * width + runs.end[run]!)
    expect(Buffer.compare(made, data)).toBe(0)
    const touching = [...runs.row.keys()].filter(run => runs.row[run] === runs.row[run - 1] && runs.start[run]! <= runs.end[run - 1]!)
    expect(touching).toEqual([])
    const edges = lowerEdges({ width, height, data }, step, 200)
    const wanted: [number, number][] = []
    for (let y = 1; y < height; y++)
      for (let x = 0; x < width; x += step)
        if (data[(y - 1) * width + x] && !data[y * width + x]) wanted.push([Math.fround(x / step), Math.fround(y / step)])
    expect([...edges.x].map((x, at) => [x, edges.y[at]!])).toEqual(wanted.slice(0, 200))
  }
  /** What hangs together by its definition: from each pixel to its eight neighbours. */
  const flooded = ({ width, height, data }: Page) => {
    const seen = new Uint8Array(data.length)
    const parts: { left: number; top: number; right: number; bottom: number; area: number }[] = []
    for (let from = 0; from < data.length; from++) {
      if (!data[from] || seen[from]) continue
      const part = { left: width, top: height, right: 0, bottom: 0, area: 0 }
      const open = [from]
      seen[from] = 1
      for (let at = open.pop(); at !== undefined; at = open.pop()) {
        const [x, y] = [at % width, Math.floor(at / width)]
        part.left = Math.min(part.left, x)
        part.right = Math.max(part.right, x + 1)
        part.top = Math.min(part.top, y)
        part.bottom = Math.max(part.bottom, y + 1)
        part.area++
        for (let row = Math.max(0, y - 1); row <= Math.min(height - 1, y + 1); row++) {
          for (let column = Math.max(0, x - 1); column <= Math.min(width - 1, x + 1); column++) {
            const other = row * width + column
            if (data[other] && !seen[other]) open.push(other)
            seen[other] = 1
          }
        }
      }
      parts.push(part)
    }
    return parts
  }
  const checkParts = ({ width, height, data: levels }: Page) => {
    const page = { width, height, data: levels.map(level => Number(level < 105)) }
    const { count, runs, owner, ...found } = findComponents(page)
    expect(
      Array.from({ length: count }, (_, part) => Object.fromEntries(Object.entries(found).map(([name, of]) => [name, of[part]]))),
    ).toEqual(flooded(page))
    const inside = (run: number) =>
      runs.row[run]! >= found.top[owner[run]!]! &&
      runs.row[run]! < found.bottom[owner[run]!]! &&
      runs.start[run]! >= found.left[owner[run]!]! &&
      runs.end[run]! <= found.right[owner[run]!]!
    expect([...owner.keys()].filter(run => !inside(run))).toEqual([])
  }
  it('in parts that hang together, in pages of any size and of several bands', () => {
    fc.assert(fc.property(pages, checkParts), { numRuns: 60 })
    checkParts(large)
  })
  it('from levels, and back', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 100 }), data => {
        const page = { width: data.length, height: 1, data: data.map(level => (level < 128 ? 0 : 255)) }
        const ink = bitmapOf(page)
        expect(ink.data).toEqual(page.data.map(level => Number(level === 0)))
        expect(greyFromBitmap(ink)).toEqual(page)
      }),
    )
    const long = { ...large, data: large.data.map(level => (level < 128 ? 0 : 255)) }
    expect(Buffer.compare(greyFromBitmap(bitmapOf(long)).data, long.data)).toBe(0)
  })
  it('below a level', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 100 }), fc.double({ min: 0, max: 1, noNaN: true }), (data, level) => {
        const { data: ink } = fixedMono({ width: data.length, height: 1, data }, level)
        expect(ink).toEqual(data.map(one => Number(one < level * 255)))
      }),
    )
  })
  it('from colours, by their luma', () => {
    const check = (data: Uint8Array) => {
      const count = Math.floor(data.length / 3)
      const wanted = Array.from({ length: count }, (_, at) => luma(data[3 * at]!, data[3 * at + 1]!, data[3 * at + 2]!))
      expect(Buffer.compare(greyOf({ width: count, height: 1, data }).data, Uint8Array.from(wanted))).toBe(0)
      const brightest = wanted.map((level, at) => (level > 100 ? Math.max(...data.subarray(3 * at, 3 * at + 3)) : level))
      expect(Buffer.compare(lumaOf(data, 100), Uint8Array.from(brightest))).toBe(0)
    }
    fc.assert(fc.property(fc.uint8Array({ maxLength: 200 }), check))
    check(noise(3 * 200_000, 7, 0.9))
    check(new Uint8Array(300).fill(255))
  })
  it('in runs that give the page again, and its lower edges, in pages of any size', () => {
    fc.assert(fc.property(pages, fc.integer({ min: 1, max: 4 }), check), { numRuns: 60 })
  })
  it('in pages of several bands', () => {
    check(large, 2)
  })
})

it('takes pages without a pixel, or of one', () => {
  for (const [width, height] of [
    [0, 0],
    [0, 3],
    [3, 0],
    [1, 1],
  ] as const) {
    const page = { width, height, data: new Uint8Array(width * height) }
    expect([smooth(page), findComponents(page).count, straighten({ ...page, channels: 1 }, 1, [9]).data.length]).toEqual([
      page.data,
      0,
      width * height,
    ])
  }
})

describe('smoothing', () => {
  const check = ({ width, height, data }: typeof large) => {
    const made = smooth({ width, height, data })
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const rim = x === 0 || y === 0 || x === width - 1 || y === height - 1
        let sum = 8
        for (const [dy, down] of [1, 2, 1].entries())
          for (const [dx, along] of [1, 2, 1].entries()) sum += down * along * (data[(y + dy - 1) * width + x + dx - 1] ?? 0)
        if (made[y * width + x] !== (rim ? data[y * width + x] : sum >> 4)) throw new Error(`${x}, ${y}`)
      }
    }
  }
  it('in pages of any size', () => {
    fc.assert(fc.property(pages, check), { numRuns: 60 })
  })
  it('in pages of several bands', () => {
    check(large)
  })
})

describe('straightening', () => {
  const check = ({ width, height, seed }: typeof large, degrees: number, channels: 1 | 3) => {
    const data = noise(width * height * channels, seed, 0.05)
    const paper = [200, 90, 7]
    const made = straighten({ width, height, channels, data }, degrees, paper).data
    const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
    const [middleX, middleY] = [(width - 1) / 2, (height - 1) / 2]
    for (let at = 0; at < width * height; at++) {
      const [dx, dy] = [(at % width) - middleX, Math.floor(at / width) - middleY]
      const [x, y] = [cos * dx - sin * dy + middleX, sin * dx + cos * dy + middleY]
      // Steps are rounded to 2^15ths of a pixel, which adds up along a row.
      const slack = width / 2 ** 16 + 0.01
      const [right, bottom] = [x - Math.floor(x), y - Math.floor(y)]
      const isNear = (place: number, end: number) => Math.abs(place) < slack || Math.abs(place - end) < slack
      if (isNear(x, width - 1) || isNear(y, height - 1)) continue
      for (let channel = 0; channel < channels; channel++) {
        const pixel = (column: number, row: number) => data[(row * width + column) * channels + channel]!
        const outside = x < 0 || y < 0 || x > width - 1 || y > height - 1
        const [left, top] = [Math.floor(x), Math.floor(y)]
        const wanted = outside
          ? paper[channel]!
          : (pixel(left, top) * (1 - right) + pixel(left + 1, top) * right) * (1 - bottom) +
            (pixel(left, top + 1) * (1 - right) + pixel(left + 1, top + 1) * right) * bottom
        // A 256th of a pixel each way, times the most that neighbours differ by.
        if (Math.abs(made[at * channels + channel]! - wanted) > (outside ? 0 : 5))
          throw new Error(`${x}, ${y}: ${made[at * channels + channel]}, ${wanted}`)
      }
    }
  }
  const degrees = fc.double({ min: -5, max: 5, noNaN: true })
  it('in pages of any size, grey and in colour', () => {
    fc.assert(fc.property(pages, degrees, fc.constantFrom(1 as const, 3 as const), check), { numRuns: 80 })
  })
  it('in pages of several bands', () => {
    check(large, 3.1, 1)
    check(large, -0.4, 3)
  })
})
