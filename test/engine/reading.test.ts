import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Rubric } from '../../core/rubric/rubric'
import { examinePage } from '../../engine/examine'
import { hidePatterns } from '../../engine/hidePatterns'
import { writePageFiles } from '../../engine/pageFiles'
import { readBest } from '../../engine/reading'
import { Drawing } from '../../standins/paper/drawing'
import { Random } from '../../standins/paper/random'

const dpi = 200
let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-reading-'))
})
afterAll(() => rm(folder, { recursive: true }))

const lines = ['The work would be done between tides', 'Hull number 43574245', 'Berth C14 from 09/04/2026']

async function examined(paper: string, ink: string, rubric: object) {
  const page = new Drawing(105, 74).box(-1, -1, 110, 80, { fill: paper, stroke: paper })
  lines.forEach((line, at) => page.text(10, 20 + at * 12, line, { size: 11, colour: ink }))
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="827" height="583" viewBox="0 0 105 74">${page.content}</svg>`
  const { data, info } = await sharp(Buffer.from(svg)).flatten({ background: paper }).raw().toBuffer({ resolveWithObject: true })
  const image = { width: info.width, height: info.height, channels: 3 as const, data: new Uint8Array(data), dpi }
  return examinePage(image, Rubric.parse({ version: 1, name: 'R', ...rubric }), { side: 'front', reads: true })
}

it.each([
  ['faint print', '#faf9f6', '#c8c4be'],
  ['white on black', '#26241f', '#f4f2ee'],
  ['usual print', '#faf9f6', '#1c1a18'],
])('reads %s that becomes black and white, from a picture that nobody keeps', async (_, paper, ink) => {
  const page = await examined(paper, ink, { scan: { colour: 'mono' } })
  const [words] = await readBest([await writePageFiles(page, folder)], dpi, ['eng'])
  expect(words!.map(word => word.text).join(' ')).toBe(lines.join(' '))
})

it.each([
  ['grey', 'grey'],
  ['black and white', 'mono'],
] as const)('reads figures that stand by themselves on a page in %s, and takes no printed box for one', async (_, colour) => {
  const form = new Drawing()
  const figures = ['7', '12', '4', '9']
  for (const [at, figure] of figures.entries()) {
    form.text(20, 40 + at * 20, `Tanks at berth ${at + 1} seen by`, { size: 10 }).text(130, 40 + at * 20, figure, { size: 10 })
    form.box(170, 37 + at * 20, 3.5, 3.5)
  }
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="1654" height="2339" viewBox="0 0 210 297">${form.content}</svg>`
  const drawn = sharp(Buffer.from(svg)).flatten({ background: '#ffffff' }).greyscale()
  const data = new Uint8Array(await (colour === 'mono' ? drawn.threshold(128) : drawn.blur(0.6)).raw().toBuffer())
  const rubric = Rubric.parse({ version: 1, name: 'R', scan: { colour } })
  const page = await examinePage({ width: 1654, height: 2339, channels: 1, data, dpi }, rubric, { side: 'front', reads: true })
  const [words] = await readBest([{ ...(await writePageFiles(page, folder)), lone: page.evidence.lone }], dpi, ['eng'])
  const right = words!.filter(word => word.x > 4.5)
  expect(right.map(word => word.text).toSorted()).toEqual(figures.toSorted())
  // In the line that it stands in.
  const lone = right.find(word => word.text === '7')!
  expect(words!.filter(word => word.line === lone.line).map(word => word.text)).toEqual(['Tanks', 'at', 'berth', '1', 'seen', 'by', '7'])
})

it('reads small print of 100 dpi that the engine alone does not', async () => {
  const small = new Drawing(105, 74)
  lines.forEach((line, at) => small.text(10, 20 + at * 12, line, { size: 7 }))
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="413" height="291" viewBox="0 0 105 74">${small.content}</svg>`
  const data = new Uint8Array(await sharp(Buffer.from(svg)).flatten({ background: '#ffffff' }).greyscale().raw().toBuffer())
  const image = { width: 413, height: 291, channels: 1 as const, data, dpi: 100 }
  const page = await examinePage(image, Rubric.parse({ version: 1, name: 'R', scan: { colour: 'grey' } }), { side: 'front', reads: true })
  const [words] = await readBest([await writePageFiles(page, folder)], 100, ['eng'])
  expect(words!.map(word => word.text).join(' ')).toBe(lines.join(' '))
})

it('hides what fits a pattern in that picture, too', async () => {
  const rubric = { scan: { colour: 'mono' }, redact: { patterns: ['\\d{8}'] } }
  const page = await examined('#faf9f6', '#c8c4be', rubric)
  const hidden = await hidePatterns(page, await writePageFiles(page, folder), null, Rubric.parse({ version: 1, name: 'R', ...rubric }))
  expect(hidden.examined.evidence.redactions).toHaveLength(1)
  const [words] = await readBest([await writePageFiles(hidden.examined, folder)], dpi, ['eng'])
  const text = words!.map(word => word.text).join(' ')
  expect(text).toMatch(/^The work .* Berth C14/)
  expect(text).not.toMatch(/4357|4245/)
})

it('reads a page number, and not what shows through from the other side', async () => {
  const [width, height] = [1654, 2339]
  const svg = (content: string) =>
    Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 210 297">${content}</svg>`)
  const printed = new Drawing()
  for (let line = 0; line < 24; line++) printed.text(20, 30 + line * 9, `${lines[line % 3]} and ${line + 101} more`, { size: 14 })
  const front = await sharp(svg(printed.content)).flatten({ background: '#f4f2ec' }).greyscale().raw().toBuffer()
  const own = new Drawing().text(104, 280, '14', { size: 12 })
  const back = await sharp(svg(own.content)).flatten({ background: '#f4f2ec' }).greyscale().raw().toBuffer()
  const behind = await sharp(front, { raw: { width, height, channels: 1 } })
    .flop()
    .blur(1.5)
    .toColourspace('b-w')
    .raw()
    .toBuffer()
  const random = new Random(14)
  const data = Uint8Array.from(back, (level, at) => level - 0.2 * (244 - behind[at]!) - random.between(0, 12))
  const image = (pixels: Uint8Array) => ({ width, height, channels: 1 as const, data: pixels, dpi })
  const rubric = Rubric.parse({ version: 1, name: 'R', scan: { colour: 'grey' } })
  const page = await examinePage(image(data), rubric, {
    side: 'back',
    reads: true,
    behind: () => Promise.resolve(image(new Uint8Array(front))),
  })
  expect(page.evidence.blank).toBe(false)
  const [words] = await readBest([await writePageFiles(page, folder)], dpi, ['eng'])
  expect(words!.map(word => word.text)).toEqual(['14'])
})
