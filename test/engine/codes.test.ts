import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { codelessPages } from '../../bench/codeless'
import { damages, dpi, hardCode } from '../../bench/hardCodes'
import { mixedPage } from '../../bench/mixedPages'
import { saysSo, symbologies } from '../../bench/symbologies'
import type { BarcodeFormat } from '../../core/model/barcodeFormats'
import type { BarcodeRule } from '../../core/rubric/rubric'
import { Readings } from '../../engine/barcodes/belief'
import { findCodes } from '../../engine/barcodes/find'
import { codesOn } from '../../engine/examine'
import { readImage, type Found } from '../../engine/barcodes/reader'

const rule = (more: Partial<BarcodeRule> = {}): BarcodeRule => ({ rule: 'barcode', formats: [], side: 'any', sheet: 'keep', ...more })
const named = (bcid: string) => symbologies.find(one => one.bcid === bcid)!

describe('a value that was read', () => {
  const found = (format: string, value: string): Found => ({ format, value, sound: true, area: { x: 0, y: 0, width: 1, height: 1 } })

  it('is believed by its check sum', () => {
    expect(new Readings(rule()).take(found('Code128', 'MP26-04217'), 'quickly')).toBe('check sum')
  })

  it('without one only when it fits the pattern, or a second way gives the same', () => {
    expect(new Readings(rule({ value: '^MP\\d{5}$' })).take(found('Code39', 'MP04217'), 'quickly')).toBe('pattern')
    const readings = new Readings(rule({ value: '^MP\\d{5}$' }))
    expect(readings.take(found('Code39', 'MP0421'), 'quickly')).toBeNull()
    expect(readings.take(found('Code39', 'MP0421'), 'quickly')).toBeNull()
    expect(readings.take(found('Code39', 'MP0427'), 'enlarged')).toBeNull()
    expect(readings.doubtful).toEqual(['MP0421', 'MP0427'])
    expect(readings.take(found('Code39', 'MP0427'), 'sharpened')).toBe('read twice')
  })

  it('is not the short end of an interleaved code that is half covered', () => {
    const readings = new Readings(rule())
    for (const way of ['quickly', 'harder', 'enlarged']) expect(readings.take(found('ITF', '4217'), way)).toBeNull()
  })
})

describe('hard codes, with another of the same kind outside the zone', () => {
  it.each(['code128', 'code39', 'interleaved2of5', 'ean13', 'rationalizedCodabar', 'pdf417', 'qrcode', 'datamatrix'])(
    '%s reads, and only the one in the zone',
    async bcid => {
      const symbology = named(bcid)
      const hard = await hardCode(symbology, 1000)
      const { codes } = await findCodes(hard.page, dpi, [rule({ formats: [symbology.format as BarcodeFormat], zone: hard.zone })])
      expect(codes).toHaveLength(1)
      expect(saysSo(symbology, hard.text, codes[0]!.value)).toBe(true)
    },
  )

  // What is left of these reads in no way.
  it.each([
    ['code128', 'label'],
    ['code39', 'torn'],
    ['qrcode', 'torn'],
    ['datamatrix', 'label'],
  ] as const)('%s under a %s is seen where it stands, with what was tried', async (bcid, damage) => {
    const symbology = named(bcid)
    const hard = await hardCode(symbology, 5000 + damages.indexOf(damage), damage)
    const { codes, unread } = await findCodes(hard.page, dpi, [rule({ formats: [symbology.format as BarcodeFormat], zone: hard.zone })])
    expect(codes).toEqual([])
    expect(unread.length).toBeGreaterThan(0)
    expect(unread[0]!.tried).toMatch(/^tried as it stands, .* and /)
    expect(unread[0]!.x).toBeGreaterThan(hard.zone.x)
    expect(unread[0]!.x + unread[0]!.width).toBeLessThan(hard.zone.x + hard.zone.width)
  })
})

it('all codes of a page are read that a plain pass over it reads, by a rule that looks anywhere', async () => {
  for (const seed of [1, 9]) {
    const { page, codes } = await mixedPage(seed)
    const plain = (await readImage(page, [], 'hard')).filter(one => one.sound).map(one => one.value)
    const { codes: read } = await findCodes(page, dpi, [rule()])
    expect(plain.filter(value => codes.some(({ symbology, text }) => saysSo(symbology, text, value))).length).toBeGreaterThan(1)
    expect(read.map(code => code.value)).toEqual(expect.arrayContaining(plain))
  }
})

it('no code is seen in small print, tables, forms, headlines, figures or drawings', async () => {
  for await (const { what, page } of codelessPages(12))
    expect({ what, ...(await findCodes(page, dpi, [rule()])) }).toEqual({ what, codes: [], unread: [] })
})

it('a headline that looks like bars or a matrix is read as words, and asks nobody', async () => {
  for (const words of ['FILL THE INLET', 'MILL HILL FIELD']) {
    const text = `<text x="300" y="400" font-family="Liberation Sans" font-weight="700" font-size="58">${words}</text>`
    const size = 'width="1654" height="800"'
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" ${size}><rect ${size} fill="#f4f4f4"/>${text}</svg>`
    const { data, info } = await sharp(Buffer.from(svg)).greyscale().blur(0.6).raw().toBuffer({ resolveWithObject: true })
    const page = { width: info.width, height: info.height, data: new Uint8Array(data) }
    expect((await findCodes(page, dpi, [rule()])).unread, words).not.toEqual([])
    expect((await codesOn(page, dpi, [rule()], ['eng'])).unread, words).toEqual([])
  }
})
