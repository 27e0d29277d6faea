import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { prepareZXingModule, readBarcodes, type ReaderOptions, type ReadResult } from 'zxing-wasm/reader'
import { findBars } from '../core/raster/bars'
import { findFinders } from '../core/raster/finders'
import { crop, type Area, type Grey } from '../core/raster/image'
import { adaptiveMono, greyFromBitmap } from '../core/raster/mono'
import type { Code, UnreadCode } from '../core/model/evidence'
import type { BarcodeRule } from '../core/model/rubric'
import { centreInside, zoneBox, type Box } from '../core/model/zone'

const wasm = readFileSync(createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm'))
prepareZXingModule({ overrides: { wasmBinary: wasm.buffer.slice(wasm.byteOffset, wasm.byteOffset + wasm.byteLength) as ArrayBuffer } })

const fast: ReaderOptions = { tryHarder: false, tryRotate: false, tryInvert: false, tryDownscale: false, maxNumberOfSymbols: 8 }
const hard: ReaderOptions = { tryHarder: true, tryRotate: true, tryInvert: true, tryDownscale: true, maxNumberOfSymbols: 8, returnErrors: true }
// Codes stand near their zone's edge more often than not, and a label is stuck on by hand.
const zoneMarginInches = 0.2

export interface CodesFound { codes: Code[], unread: UnreadCode[] }

function rgba(image: Grey): ImageData {
  const data = new Uint8ClampedArray(image.data.length * 4)
  for (let at = 0, to = 0; at < image.data.length; at++, to += 4) {
    data[to] = data[to + 1] = data[to + 2] = image.data[at]!
    data[to + 3] = 255
  }
  return { data, width: image.width, height: image.height, colorSpace: 'srgb' }
}

function boxOf(result: ReadResult, offset: Area, dpi: number): Box {
  const corners = [result.position.topLeft, result.position.topRight, result.position.bottomLeft, result.position.bottomRight]
  const x = Math.min(...corners.map(corner => corner.x))
  const y = Math.min(...corners.map(corner => corner.y))
  const inches = (pixels: number) => Math.round(pixels / dpi * 1000) / 1000
  return {
    x: inches(x + offset.x),
    y: inches(y + offset.y),
    width: inches(Math.max(...corners.map(corner => corner.x)) - x),
    height: inches(Math.max(...corners.map(corner => corner.y)) - y),
  }
}

function zonePixels(zone: Box | null, page: Grey, dpi: number): Area {
  if (!zone) return { x: 0, y: 0, width: page.width, height: page.height }
  const x = Math.max(0, Math.floor((zone.x - zoneMarginInches) * dpi))
  const y = Math.max(0, Math.floor((zone.y - zoneMarginInches) * dpi))
  return {
    x, y,
    width: Math.min(page.width, Math.ceil((zone.x + zone.width + zoneMarginInches) * dpi)) - x,
    height: Math.min(page.height, Math.ceil((zone.y + zone.height + zoneMarginInches) * dpi)) - y,
  }
}

async function read(image: Grey, options: ReaderOptions, rule: BarcodeRule): Promise<ReadResult[]> {
  return readBarcodes(rgba(image), { ...options, formats: rule.formats })
}

/** Reads where one rule looks: fast first, then harder, then harder on the zone's own two-level image. */
async function readZone(page: Grey, dpi: number, rule: BarcodeRule): Promise<CodesFound> {
  const zone = zoneBox(rule.zone)
  const area = zonePixels(zone, page, dpi)
  if (area.width < 16 || area.height < 16) return { codes: [], unread: [] }
  const part = zone ? crop(page, area) : page
  const mono = adaptiveMono(part, dpi, 0.5)
  if (!mono.data.includes(1)) return { codes: [], unread: [] }

  const attempts: [string, () => Promise<ReadResult[]>][] = [
    ['quickly', () => read(part, fast, rule)],
    ['harder', () => read(part, hard, rule)],
    ['in black and white', () => read(greyFromBitmap(mono), hard, rule)],
  ]
  const tried: string[] = []
  const damaged: Box[] = []
  for (const [how, attempt] of attempts) {
    tried.push(how)
    const results = await attempt()
    const codes = codesIn(results, area, dpi)
    if (codes.some(code => centreInside(code, zone))) return { codes, unread: [] }
    damaged.push(...results.filter(result => !result.isValid && result.format !== 'None').map(result => boxOf(result, area, dpi)))
  }
  const { linear, square } = kindsOf(rule.formats)
  const places = [...linear ? findBars(mono, dpi) : [], ...square ? findFinders(mono) : []].map((found): Box => ({
    x: (found.x + area.x) / dpi, y: (found.y + area.y) / dpi, width: found.width / dpi, height: found.height / dpi,
  }))
  const seen = [...places, ...damaged.filter(box => isTwoDimensional(box))].filter(box => centreInside(box, zone))
  if (seen.length === 0) return { codes: [], unread: [] }
  // A sound code of a format that the rule does not ask for is somebody else's, not one that does not read.
  const others = rule.formats.length ? codesIn(await readBarcodes(rgba(part), hard), area, dpi) : []
  const unread = seen.filter(box => !others.some(code => overlap(code, box)))
  return { codes: others, unread: unread.slice(0, 4).map(box => ({ ...roundBox(box), tried: `tried ${tried.join(', then ')}` })) }
}

const squareFormats = ['QRCode', 'QRCodeModel1', 'QRCodeModel2', 'MicroQRCode', 'RMQRCode']
const otherSquares = ['DataMatrix', 'MaxiCode', 'Aztec', 'AztecCode', 'AztecRune']

/** What an unread code of these formats would look like: bars, or squares in its corners. */
function kindsOf(formats: readonly string[]): { linear: boolean, square: boolean } {
  return {
    linear: formats.length === 0 || formats.some(format => !squareFormats.includes(format) && !otherSquares.includes(format)),
    square: formats.length === 0 || formats.some(format => squareFormats.includes(format)),
  }
}

const codesIn = (results: readonly ReadResult[], area: Area, dpi: number): Code[] => results.filter(result => result.isValid && result.text !== '')
  .map(result => ({ format: result.format, value: result.text, ...boxOf(result, area, dpi) }))

const overlap = (a: Box, b: Box) => a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height

// A damaged linear symbol that has no bars to be seen is a line of text that looked like one.
const isTwoDimensional = (box: Box) => box.width > 0.2 && box.height > 0.2 && box.width < 2 * box.height && box.height < 2 * box.width

const roundBox = (box: Box): Box => ({
  x: Math.round(box.x * 1000) / 1000, y: Math.round(box.y * 1000) / 1000,
  width: Math.round(box.width * 1000) / 1000, height: Math.round(box.height * 1000) / 1000,
})

const sameCode = (a: Code, b: Code) =>
  a.format === b.format && a.value === b.value && Math.abs(a.x - b.x) < 0.25 && Math.abs(a.y - b.y) < 0.25

/** Barcodes where the rules look for them, and places where one stands that does not read. */
export async function findCodes(page: Grey, dpi: number, rules: readonly BarcodeRule[]): Promise<CodesFound> {
  const codes: Code[] = []
  const unread: UnreadCode[] = []
  for (const rule of rules) {
    const found = await readZone(page, dpi, rule)
    for (const code of found.codes) if (!codes.some(other => sameCode(other, code))) codes.push(code)
    unread.push(...found.unread)
  }
  return { codes, unread }
}
