import { describe, expect, it } from 'vitest'
import { contentArea } from '../../core/raster/content'
import { withColours } from '../../core/raster/dropout'
import { paintedOver } from '../../core/raster/erase'
import { findInk, type Dirt } from '../../core/raster/ink'
import { layOnto, whitePage } from '../../core/raster/lay'
import { cutOut, findPaper } from '../../core/raster/paper'
import { findFold } from '../../core/raster/spread'
import { findStreaks, withoutStreaks } from '../../core/raster/streaks'
import { quarterTurn } from '../../core/raster/turn'
import { sharpened, toneTable, withTone } from '../../core/raster/tone'
import { coloured, disc, draw, page } from './pixels'

const dpi = 200
const grey = (image: ReturnType<typeof page>) => ({ ...image, channels: 1 as const })

describe('see-through that the front explains', () => {
  const front = () => {
    const image = page(240)
    for (let line = 0; line < 20; line++)
      for (let word = 0; word < 14; word++) draw(image, 200 + word * 90, 300 + line * 60, 50 + ((word * 13 + line * 7) % 30), 20, 30)
    return image
  }
  /** A back on which the front shows through, moved by some pixels, as sharply as on thin paper. */
  const back = () => {
    const from = front()
    const image = page(240)
    for (let y = 0; y < 2339; y++)
      for (let x = 0; x < 1654; x++)
        if (from.data[y * 1654 + x]! < 128) image.data[Math.min(2338, y + 5) * 1654 + Math.max(0, 1653 - x - 7)] = 190
    return image
  }

  it('is blank with the front at hand, and in question without it', () => {
    const alone = findInk(back(), dpi)
    expect([alone.ink > 0.01, alone.faint]).toEqual([true, true])
    expect(findInk(back(), dpi, [], front()).ink).toBeLessThanOrEqual(0.00001)
  })

  it.each([
    ['both were turned by a quarter', 90, 90],
    ['one of them was turned by a half', 180, 0],
    ['they were turned apart', 90, 270],
  ] as const)('is blank, too, where %s', (_, one, other) => {
    const turned = (image: ReturnType<typeof page>, degrees: 0 | 90 | 180 | 270) => (degrees ? quarterTurn(grey(image), degrees) : image)
    expect(findInk(turned(back(), one), dpi, [], turned(front(), other)).ink).toBeLessThanOrEqual(0.00001)
    expect(findInk(turned(draw(back(), 300, 500, 240, 3, 196), one), dpi, [], turned(front(), other)).ink).toBeGreaterThan(0.00001)
  })

  it("takes nothing that is written there: pencil across it, or print of the side's own", () => {
    expect(findInk(draw(back(), 300, 500, 240, 3, 196), dpi, [], front()).ink).toBeGreaterThan(0.00001)
    expect(findInk(draw(draw(back(), 820, 2200, 10, 3, 40), 826, 2203, 3, 14, 40), dpi, [], front()).ink).toBeGreaterThan(0.00001)
    expect(findInk(front(), dpi, [], page(240)).ink).toBeGreaterThan(0.01)
  })
})

describe('colours that are taken out or kept', () => {
  const paper = [248, 244, 232]
  const blend = (colour: readonly number[], share: number) =>
    colour.map((level, at) => Math.round(level * share + paper[at]! * (1 - share)))
  const red = [217, 74, 58]
  const blue = [60, 90, 190]
  const marks = [
    { name: 'red', colour: red },
    { name: 'faint red', colour: blend(red, 0.4) },
    { name: 'black', colour: [28, 26, 24] },
    { name: 'grey', colour: [120, 118, 116] },
    { name: 'faint blue', colour: blend(blue, 0.3) },
    { name: 'blue', colour: blue },
  ]
  const image = coloured(
    200,
    200,
    paper,
    marks.map(({ colour }, at) => ({ x: 10 + at * 30, y: 50, width: 20, height: 60, colour })),
  )
  const levels = (dropout: string[], keepInk: string[]) => {
    const made = withColours(image, dropout, keepInk)
    return Object.fromEntries(marks.map(({ name }, at) => [name, made.data[80 * 200 + 20 + at * 30]!]))
  }

  it('drops a colour in every strength and nothing else', () => {
    const plain = levels([], [])
    const dropped = levels(['#d94a3a'], [])
    expect([dropped.red, dropped['faint red']].every(level => level! > 235)).toBe(true)
    for (const name of ['black', 'grey', 'blue', 'faint blue']) expect(dropped[name], name).toBe(plain[name])
  })

  it('makes a faint colour full black beside it', () => {
    expect(levels(['#d94a3a'], ['#3c5abe'])).toMatchObject({ 'faint blue': 0, blue: 0, 'faint red': expect.any(Number) as number })
    expect(levels(['#d94a3a'], ['#3c5abe']).red).toBeGreaterThan(235)
  })
})

describe('dirt that is painted over', () => {
  const text = () => draw(page(), 400, 600, 300, 14, 40, x => x % 22 < 15)
  it.each<[Dirt, (image: ReturnType<typeof page>) => unknown, [number, number]]>([
    ['holes', image => draw(image, 70, 830, 46, 46, 60, disc(23)), [93, 853]],
    ['specks', image => draw(image, 900, 1200, 5, 5, 40, disc(2.5)), [902, 1202]],
    ['borders', image => draw(image, 0, 0, 14, 2339, 70), [6, 1000]],
  ])('%s', (kind, soil, [x, y]) => {
    const image = text()
    soil(image)
    const { dirt } = findInk(image, dpi, [kind])
    const clean = paintedOver(grey(image), dirt!, [240])
    expect(image.data[y * 1654 + x]).toBeLessThan(100)
    expect(clean.data[y * 1654 + x]).toBe(240)
    expect(clean.data[607 * 1654 + 405]).toBe(40)
    expect(
      findInk(
        image,
        dpi,
        (['holes', 'specks', 'borders'] as const).filter(other => other !== kind),
      ).dirt,
    ).toBeNull()
  })

  it('streaks, so that letters under them stay, and no printed rule', () => {
    const image = draw(draw(draw(page(), 700, 0, 3, 2339, 190), 690, 600, 30, 14, 40), 1000, 300, 3, 1500, 60)
    const streaks = findStreaks(grey(image), dpi)
    expect(streaks).toHaveLength(1)
    const mended = withoutStreaks(grey(image), streaks)
    expect(mended.data[1200 * 1654 + 701]).toBeGreaterThan(230)
    expect(mended.data[606 * 1654 + 701]).toBe(40)
    expect(mended.data[900 * 1654 + 1001]).toBe(60)
  })
})

it('finds the paper on darker backing, also one that lies lower than the feed begins, and nothing on a page without', () => {
  const backing = page(70, 2480, 2339)
  const sheet = page(240, 1165, 1654)
  for (let y = 0; y < 1654; y++) backing.data.set(sheet.data.subarray(y * 1165, (y + 1) * 1165), (y + 30) * 2480 + 100)
  expect(findPaper(grey(backing), dpi)).toEqual({ x: 100, y: 30, width: 1165, height: 1654 })
  expect(cutOut(grey(backing), findPaper(grey(backing), dpi)).data.every(level => level > 230)).toBe(true)
  expect(findPaper(grey(page()), dpi)).toEqual({ x: 0, y: 0, width: 1654, height: 2339 })
})

it('folds a book without a shadow where nothing is written', () => {
  const book = page(240, 2339, 1654)
  for (let line = 0; line < 30; line++) {
    draw(book, 150, 100 + line * 48, 930, 16, 40, x => x % 20 < 14)
    draw(book, 1180, 100 + line * 48, 1000, 16, 40, x => x % 20 < 14)
  }
  const { at, left, right } = findFold(grey(book), dpi)
  expect(Math.abs(at - 1130)).toBeLessThan(12)
  expect([left, right]).toEqual([0, 0])
})

it('lightens, darkens and hardens without moving black and white, and sharpens edges alone', () => {
  for (const [lighten, contrast] of [
    [3, 0],
    [-3, 0],
    [0, 4],
    [5, 5],
  ]) {
    const table = toneTable(lighten!, contrast!)
    expect([table[0], table[255]]).toEqual([0, 255])
  }
  expect([toneTable(3, 0)[128]! > 128, toneTable(-3, 0)[128]! < 128, toneTable(0, 4)[200]! > 220, toneTable(0, 0)[77]]).toEqual([
    true,
    true,
    true,
    77,
  ])
  const image = grey(draw(page(200, 60, 60), 20, 20, 20, 20, 100))
  const sharp = sharpened(withTone(image, toneTable(0, 0)), 4)
  expect(sharp.data[30 * 60 + 20]).toBeLessThan(90)
  expect(sharp.data[30 * 60 + 30]).toBe(100)
})

it('cuts a card out of the glass and lays it on a page, over what is there', () => {
  const glass = grey(draw(page(250), 300, 500, 674, 425, 120, (x, y) => x < 4 || y < 4 || x > 669 || y > 420))
  const area = contentArea(glass, 10)
  expect(area).toEqual({ x: 290, y: 490, width: 694, height: 445 })
  const made = whitePage(900, 600, 1)
  layOnto(made, cutOut(glass, area), 50, -20)
  expect(made.data[30 * 900 + 61]).toBe(120)
  expect(made.data[500 * 900 + 400]).toBe(255)
})
