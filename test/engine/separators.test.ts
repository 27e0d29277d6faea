import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { BarcodeRule } from '../../core/rubric/rubric'
import type { Grey } from '../../core/raster/image'
import { findCodes } from '../../engine/barcodes/find'
import { printableFormat, separatorSheets } from '../../engine/separatorSheets'

const dpi = 200
let folder: string
beforeAll(async () => (folder = await mkdtemp(join(tmpdir(), 'rubricator-sheets-'))))
afterAll(() => rm(folder, { recursive: true, force: true }))

const rule = (more: Record<string, unknown>) =>
  BarcodeRule.parse({ rule: 'barcode', value: '^FILE-(?<file>[A-Z]{2}\\d{3})$', sheet: 'set-aside', ...more })
const sheet = { value: 'FILE-HM204', title: 'Letter', lines: ['file: HM204'], number: '1 of 3' }

/** The printed sheet, copied badly at a size around a point, fed askew and scanned. */
async function copied(pdf: Buffer, scale: number, from: 'corner' | 'middle'): Promise<Grey> {
  await writeFile(join(folder, 'sheet.pdf'), pdf)
  await promisify(execFile)('pdftoppm', [
    '-r',
    String(dpi),
    '-gray',
    '-singlefile',
    '-png',
    join(folder, 'sheet.pdf'),
    join(folder, 'sheet'),
  ])
  const page = sharp(await readFile(join(folder, 'sheet.png')))
  const { width, height } = await page.metadata()
  const small = await page.resize(Math.round(width * scale), Math.round(height * scale)).toBuffer()
  const [left, top] = from === 'corner' ? [0, 0] : [Math.round((width * (1 - scale)) / 2), Math.round((height * (1 - scale)) / 2)]
  const laid = await sharp({ create: { width: width, height: height, channels: 3, background: '#fff' } })
    .composite([{ input: small, left, top }])
    .png()
    .toBuffer()
  const { data, info } = await sharp(laid)
    .rotate(2, { background: '#fff' })
    .resize(width, height, { fit: 'cover' })
    .toColourspace('b-w')
    .blur(0.9)
    .linear(0.55, 90)
    .extractChannel(0)
    .raw()
    .toBuffer({ resolveWithObject: true })
  // A drum that is worn: every fortieth row is paler, and grains of toner lie about.
  for (let at = 0; at < data.length; at++) {
    if (Math.floor(at / info.width) % 40 === 0) data[at] = Math.min(255, data[at]! + 60)
    if ((at * 2654435761) % 4294967296 < 4e5) data[at] = 70
  }
  return { width: info.width, height: info.height, data: new Uint8Array(data) }
}

describe('separator sheets', () => {
  const middle = { x: 1.5, y: 4, width: 5.3, height: 2.5, unit: 'in' }
  const corner = { x: 4.2, y: 0.2, width: 4, height: 2.4, unit: 'in' }

  it.each<[string, Record<string, unknown>, number, 'corner' | 'middle']>([
    ['bars in the middle, at full size', { formats: ['Code128'], zone: middle }, 1, 'corner'],
    ['bars in the middle, at 75 % from the corner', { formats: ['Code128'], zone: middle }, 0.75, 'corner'],
    ['bars at the top right, at 75 % from the middle', { formats: ['Code39'], zone: corner }, 0.75, 'middle'],
    ['squares at the top right, at 75 % from the corner', { formats: ['QRCode'], zone: corner }, 0.75, 'corner'],
    ['squares, the whole page, at 75 %', { formats: ['DataMatrix'] }, 0.75, 'middle'],
  ])('%s: read back two degrees askew after a bad copy', async (_, more, scale, from) => {
    const one = rule(more)
    const { codes } = await findCodes(await copied(await separatorSheets(one, [sheet], 'A4', 'Separator'), scale, from), dpi, [one])
    expect([...new Set(codes.map(code => code.value))]).toEqual(['FILE-HM204'])
  })

  it('gives a page for each, says what is on it in words, and refuses what cannot be drawn', async () => {
    await writeFile(
      join(folder, 'set.pdf'),
      await separatorSheets(
        rule({ formats: ['Code128'], zone: middle }),
        [sheet, { ...sheet, value: 'FILE-QA007', number: '2 of 3' }],
        'letter',
        'Separator',
      ),
    )
    const { stdout } = await promisify(execFile)('pdftotext', ['-layout', join(folder, 'set.pdf'), '-'])
    expect(stdout.split('\f').filter(page => page.trim())).toHaveLength(2)
    for (const words of ['Letter', 'file: HM204', 'FILE-QA007', '2 of 3', 'Separator']) expect(stdout).toContain(words)
    expect(printableFormat(['MaxiCode', 'QRCode'])).toBe('QRCode')
    await expect(separatorSheets(rule({ formats: ['MaxiCode'] }), [sheet], 'A4', '')).rejects.toThrow('Let the rule take Code128')
  })
})
