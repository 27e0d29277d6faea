import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Rubric } from '../../core/rubric/rubric'
import { bitmapOf } from '../../core/raster/mono'
import { documentToMake } from '../../engine/documentToMake'
import { decodeImage } from '../../engine/images'
import { makeFiles } from '../../engine/makeFiles'
import { readPages } from '../../engine/ocr'
import type { PageToMake } from '../../engine/pageToMake'
import { encodeG4 } from '../../engine/tiff'
import { runTool } from '../../engine/tool'

const dpi = 200
let folder: string
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'rubricator-layout-'))
})
afterAll(() => rm(folder, { recursive: true }))

/** An A4 side with a card's frame on it, as the glass gives it. */
async function side(name: string, text: string, sheet: number): Promise<PageToMake> {
  const data = new Uint8Array(1654 * 2339).fill(255)
  for (let y = 0; y < 425; y++) for (let x = 0; x < 674; x++) if (x < 4 || y < 4 || x > 669 || y > 420) data[(y + 500) * 1654 + x + 300] = 0
  const file = join(folder, `${name}.tif`)
  await writeFile(file, encodeG4(bitmapOf({ width: 1654, height: 2339, data }), dpi))
  return {
    file,
    mono: true,
    widthPx: 1654,
    heightPx: 2339,
    dpi,
    sheet,
    words: [{ text, x: 2, y: 3, width: 0.5, height: 0.15, confidence: 1, line: 0 }],
  }
}

async function made(clean: object, scan: object, pages: PageToMake[], format: string) {
  const rubric = Rubric.parse({ version: 1, name: 'Cards', scan, clean, files: [{ format, name: `${format}-{seq}` }] })
  const document = documentToMake({
    rubric,
    batch: 'Cards of May',
    document: 7,
    type: null,
    fields: {},
    barcode: {},
    created: new Date('2026-05-04T10:00:00Z'),
    timeZone: 'UTC',
    pages,
  })
  const taken = new Set<string>()
  const files = await makeFiles(rubric.files, document, folder, taken)
  return join(folder, files[0]!.name)
}

describe('pages between examining and files', () => {
  it('both sides of a card land on one page, their words with them; a lone side has a page of its own', async () => {
    const sides = [await side('a', 'Front', 1), await side('b', 'Back', 1), await side('c', 'Lone', 2)]
    const file = await made({ card: true }, { paper: 'A4' }, sides, 'pdf')
    expect((await runTool('pdfinfo', [file])).toString()).toMatch(/Pages:\s+2[\s\S]*A4/)
    const boxes = (await runTool('pdftotext', ['-bbox', file, '-'])).toString()
    const top = (word: string) => Number(new RegExp(`yMin="([\\d.]+)"[^>]*>${word}<`).exec(boxes)?.[1])
    // Half an inch below the card's upper edge, which stands 1.06 inches above the middle of its half of A4.
    expect(Math.abs(top('Front') / 72 - (11.69 / 4 - 1.06 + 0.5))).toBeLessThan(0.1)
    expect(Math.abs(top('Back') / 72 - ((11.69 * 3) / 4 - 1.06 + 0.5))).toBeLessThan(0.1)
  })

  it('a stamp stands on the picture, where a reader reads it, and is found as text', async () => {
    const stamp = { text: 'Taken {date:d MMMM yyyy} no {seq:4} page {page}', place: 'top-right' }
    const tiff = await made({ stamp }, {}, [await side('d', 'x', 1), await side('e', 'x', 2)], 'tiff')
    const words = (await readPages([tiff], dpi, ['eng']))[0]!.map(word => word.text).join(' ')
    expect(words).toContain('Taken 4 May 2026 no 0007 page 1')
    const pdf = await made({ stamp }, {}, [await side('f', 'x', 1)], 'pdf-a')
    expect((await runTool('pdftotext', [pdf, '-'])).toString()).toContain('no 0007 page 1')
  })

  it('reduced, a page has the same pixels on smaller paper', async () => {
    const file = await made({}, { percent: 50 }, [await side('g', 'x', 1)], 'tiff')
    expect(await decodeImage(file, 1)).toMatchObject({ width: 1654, dpi: 400 })
  })

  it('text with places: ALTO and hOCR', async () => {
    const pages = [await side('h', 'Tide & <Wave>', 1)]
    expect(await readFile(await made({}, {}, pages, 'alto'), 'utf8')).toContain(
      '<String HPOS="400" VPOS="600" WIDTH="100" HEIGHT="30" CONTENT="Tide &#38; &#60;Wave&#62;" WC="1.00"/>',
    )
    const hocr = await made({}, {}, pages, 'hocr')
    expect(hocr).toMatch(/\.hocr$/)
    expect(await readFile(hocr, 'utf8')).toContain('<span class="ocrx_word" title="bbox 400 600 500 630; x_wconf 100">')
  })
})
