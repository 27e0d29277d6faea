import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { XMLParser } from 'fast-xml-parser'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { encodeJpeg } from '../../engine/images'
import { writePdf, type PdfOptions } from '../../engine/pdfOut'
import { decodePage, openSource } from '../../engine/sources'
import { bitmapOf } from '../../core/raster/mono'
import { encodeG4 } from '../../engine/tiff'

const run = promisify(execFile)
let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-files-'))
})
afterAll(() => rm(folder, { recursive: true }))

const width = 830
const height = 1170
const ink = Uint8Array.from({ length: width * height }, (_, at) => ((at % width) % 40 < 9 && Math.floor(at / width) % 50 < 30 ? 0 : 255))

const plain: PdfOptions = {
  title: 'T',
  subject: '',
  keywords: '',
  values: [],
  attached: null,
  archival: null,
  created: new Date(0),
  language: 'en',
  protect: null,
  layers: false,
}
const unpacked = async (file: string) => (await run('qpdf', ['--qdf', file, '-'], { encoding: 'latin1', maxBuffer: 1 << 26 })).stdout

describe('PDF/A', () => {
  const words = [
    { text: 'Mooring', x: 1, y: 1, width: 0.8, height: 0.14, confidence: 1, line: 0 },
    { text: 'permit', x: 1.9, y: 1, width: 0.6, height: 0.14, confidence: 1, line: 0 },
  ]

  it('carries the G4 strip, the words where they stand, an embedded font and the marks of PDF/A-2b', async () => {
    await writeFile(join(folder, 'page.tif'), encodeG4(bitmapOf({ width, height, data: ink }), 100))
    await writeFile(join(folder, 'page.jpg'), await encodeJpeg({ width, height, channels: 1, data: ink, dpi: 100 }, 100))
    const page = { widthPx: width, heightPx: height, dpi: 100, words }
    const made = join(folder, 'made.pdf')
    const options = { ...plain, title: 'Test', archival: 2 as const, created: new Date('2026-03-31T12:00:00Z') }
    const pages = [
      { ...page, file: join(folder, 'page.tif'), mono: true },
      { ...page, file: join(folder, 'page.jpg'), mono: false },
    ]
    await writePdf(made, pages, options)

    await run('qpdf', ['--check', made])
    expect((await run('pdfimages', ['-list', made])).stdout).toMatch(
      /830\s+1170\s+gray\s+1\s+1\s+ccitt[\s\S]*830\s+1170\s+gray\s+1\s+8\s+jpeg/,
    )
    expect((await run('pdffonts', [made])).stdout).toMatch(/RUBRIC\+Words\s+CID TrueType\s+Identity-H\s+yes yes yes/)
    expect((await run('pdftotext', ['-f', '1', '-l', '1', made, '-'])).stdout).toContain('Mooring permit')
    const box = /<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)"[^>]*>Mooring/.exec(
      (await run('pdftotext', ['-bbox', made, '-'])).stdout,
    )!
    expect(Number(box[1]) / 72).toBeCloseTo(1, 1)
    expect(Number(box[3]) / 72).toBeCloseTo(1.8, 1)
    const open = await unpacked(made)
    for (const mark of ['<pdfaid:part>2</pdfaid:part>', '<pdfaid:conformance>B</pdfaid:conformance>', '/GTS_PDFA1', '/ID ['])
      expect(open).toContain(mark)
    expect(open).not.toMatch(/\/(Encrypt|JavaScript|Launch)\b/)

    // The picture is what was scanned, the right way up and not inverted.
    const drawn = await decodePage(await openSource(made), 1, 100, false)
    let wrong = 0
    for (let at = 0; at < drawn.data.length; at++) if (drawn.data[at]! < 128 !== (ink[at] === 0)) wrong++
    expect(drawn.width).toBe(width)
    expect(wrong / drawn.data.length).toBeLessThan(0.02)

    // The same input gives the same bytes, so a retry changes nothing.
    const first = await readFile(made)
    await writePdf(made, pages, options)
    expect(Buffer.compare(first, await readFile(made))).toBe(0)
  })
})

describe('what a PDF says of itself', () => {
  const title = 'Mooring permit <Sark & Sons>'
  const word = (text: string, height: number, y: number, line: number) => ({ text, x: 1, y, width: 1, height, confidence: 1, line })
  const body = Array.from({ length: 30 }, (_, at) => word('prose', 0.12, 2 + at * 0.2, at + 1))
  let made: string

  beforeAll(async () => {
    await writeFile(join(folder, 'own.tif'), encodeG4(bitmapOf({ width, height, data: ink }), 100))
    const page = { file: join(folder, 'own.tif'), mono: true, widthPx: width, heightPx: height, dpi: 100, words: body }
    made = join(folder, 'own.pdf')
    await writePdf(
      made,
      [
        { ...page, sheet: 4, side: 'front' },
        { ...page, sheet: 4, side: 'back', words: [word('Survey', 0.3, 1, 0), ...body] },
        { ...page, sheet: 7, side: 'front' },
      ],
      {
        ...plain,
        title,
        archival: 3,
        subject: 'Permits, 31 March',
        keywords: '04217; Sark & Sons',
        values: [{ id: 'owner', label: 'Owner', value: 'Sark & Sons \u0000"A"' }],
        attached: { name: 'index-values.json', mediaType: 'application/json', description: 'Index values', bytes: Buffer.from('{"a":1}') },
      },
    )
    await run('qpdf', ['--check', made])
  })

  it('has words of any letters where they stand, to half a point', async () => {
    const file = join(folder, 'page.tif')
    const texts = ['(left', 'a\\b)', '\\r', 'Gräfin', '\u5c72\u285c', '\u0d0a\u290d', 'œuvre', ')(', 'l']
    const words = texts.map((text, at) => ({
      ...{ text, x: 0.517 + (at % 3) * 1.7031, y: 0.613 + at * 0.3037, width: 0.2 + at * 0.1013, height: 0.081 + (at % 4) * 0.0213 },
      ...{ confidence: 1, line: at },
    }))
    const made = join(folder, 'letters.pdf')
    await writePdf(made, [{ file, mono: true, widthPx: width, heightPx: height, dpi: 100, words }], { ...plain, archival: 2 })
    const html = (await run('pdftotext', ['-bbox', made, '-'])).stdout
    const found = new XMLParser({ ignoreAttributes: false, parseTagValue: false }).parse(html.slice(html.indexOf('<html'))) as {
      html: { body: { doc: { page: { word: Record<string, string>[] } } } }
    }
    const read = found.html.body.doc.page.word
    expect(read.map(one => one['#text'])).toEqual(texts)
    for (const [at, one] of read.entries()) {
      const { x, y, width, height } = words[at]!
      const inPoints = ['xMin', 'yMin', 'xMax', 'yMax'].map(key => Number(one[`@_${key}`]))
      const off = [x, y, x + width, y + height].map((edge, side) => Math.abs(edge * 72 - inPoints[side]!))
      expect(off.map(points => points < 0.5)).toEqual([true, true, true, true])
    }
  })

  it('stands in its properties, and in XMP that any XML reader takes', async () => {
    const { stdout } = await run('pdfinfo', [made])
    expect(stdout).toContain(`Title:           ${title}`)
    expect(stdout).toContain('Subject:         Permits, 31 March')
    expect(stdout).toContain('Keywords:        04217; Sark & Sons')
    const xmp = (await run('pdfinfo', ['-meta', made])).stdout
    const packet = xmp.slice(xmp.indexOf('<x:xmpmeta'), xmp.indexOf('<?xpacket end'))
    expect(packet).not.toMatch(/&(?!#\d+;)/)
    expect(new XMLParser().parse(packet)).toHaveProperty('x:xmpmeta')
    expect(xmp).toContain('<pdfaid:part>3</pdfaid:part>')
    expect(xmp).toContain('<index:owner>Sark &#38; Sons &#34;A&#34;</index:owner>')
    expect(xmp).toMatch(/<pdfaProperty:name>owner<[\s\S]*<pdfaProperty:description>Owner</)
  })

  it('leads to the pages that have headings, and calls them by sheet and side', async () => {
    const open = await unpacked(made)
    expect([...open.matchAll(/\/Title \(([^)]*)\)/g)].map(([, text]) => text)).toEqual(expect.arrayContaining([title, 'Survey']))
    expect([...open.matchAll(/\/P \((\d[rv])\)/g)].map(([, text]) => text)).toEqual(['1r', '1v', '2r'])
  })

  it('holds the index values as a file that belongs to the document', async () => {
    const out = join(folder, 'attached')
    await run('pdfdetach', ['-save', '1', '-o', out, made])
    expect(await readFile(out, 'utf8')).toBe('{"a":1}')
    expect(await unpacked(made)).toContain('/AFRelationship /Data')
  })
})

it('a colour page in layers is at most a third as large, and looks the same: its print dark and sharp, its ground in colour', async () => {
  const data = new Uint8Array(width * height * 3)
  for (let at = 0; at < width * height; at++) {
    const [x, y] = [at % width, Math.floor(at / width)]
    const ground = [240, 225 + (x % 20), 150 + (y * 40) / height]
    for (let channel = 0; channel < 3; channel++) data[at * 3 + channel] = ink[at] === 0 && y < 600 ? 25 : ground[channel]!
  }
  const file = join(folder, 'colour.jpg')
  await writeFile(file, await encodeJpeg({ width, height, channels: 3, data, dpi: 100 }, 100, 90))
  const page = { file, mono: false, widthPx: width, heightPx: height, dpi: 100, words: [] }
  const options = { ...plain, archival: 2 as const }
  const sizes: number[] = []
  for (const layers of [false, true]) {
    await writePdf(join(folder, 'layers.pdf'), [page], { ...options, layers })
    sizes.push((await readFile(join(folder, 'layers.pdf'))).length)
  }
  expect(sizes[1]!).toBeLessThan(sizes[0]! / 3)
  await run('qpdf', ['--check', join(folder, 'layers.pdf')])
  const drawn = await decodePage(await openSource(join(folder, 'layers.pdf')), 1, 100, true)
  expect([drawn.width, drawn.channels]).toEqual([width, 3])
  let wrong = 0
  let away = 0
  for (let at = 0; at < width * height; at++) {
    if (drawn.data[at * 3]! < 128 !== data[at * 3]! < 128) wrong++
    away += Math.abs(drawn.data[at * 3 + 2]! - data[at * 3 + 2]!)
  }
  expect(wrong / (width * height)).toBeLessThan(0.01)
  expect(away / (width * height)).toBeLessThan(12)
})
