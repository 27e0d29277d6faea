import bwipjs from 'bwip-js/node'
import PDFDocument from 'pdfkit'
import type { BarcodeFormat } from '../core/model/barcodeFormats'
import { sizeOfPaper } from '../core/model/paper'
import { centreInside, zoneBox, type Box } from '../core/model/zone'
import type { BarcodeRule } from '../core/rubric/rubric'

/** One sheet to print: what its code says, and what stands on it for people. */
export interface SeparatorSheet {
  value: string
  title: string
  lines: readonly string[]
  number: string | null
}

/** How bwip-js calls what a rule may ask for; a square symbol has no height of its own. */
const drawn: Partial<Record<BarcodeFormat, { bcid: string; square: boolean }>> = {
  Code128: { bcid: 'code128', square: false },
  Code39: { bcid: 'code39', square: false },
  Code93: { bcid: 'code93', square: false },
  ITF: { bcid: 'interleaved2of5', square: false },
  Codabar: { bcid: 'rationalizedCodabar', square: false },
  EAN13: { bcid: 'ean13', square: false },
  EAN8: { bcid: 'ean8', square: false },
  QRCode: { bcid: 'qrcode', square: true },
  DataMatrix: { bcid: 'datamatrix', square: true },
  Aztec: { bcid: 'azteccode', square: true },
}

/** The format in which sheets for a rule are printed: the first that it asks for and that can be drawn; null where none can. */
export function printableFormat(formats: readonly BarcodeFormat[]): BarcodeFormat | null {
  return formats.length === 0 ? 'Code128' : (formats.find(format => drawn[format]) ?? null)
}

const inch = 72
// Large enough that three quarters of it still has four scanned pixels a module at 200 dpi.
const moduleInches = { bars: 0.026, square: 0.05 }
const barInches = 0.8
const copyScale = 0.75

/**
 * Separator or cover sheets as a PDF. The code stands in the middle of the rule's zone, and again where a copy of three
 * quarters the size, from the corner or from the middle, brings it into the zone.
 * @throws {Error} where a value cannot be written in the rule's format
 */
export async function separatorSheets(
  rule: BarcodeRule,
  sheets: readonly SeparatorSheet[],
  paper: 'A4' | 'letter',
  footer: string,
): Promise<Buffer> {
  const format = printableFormat(rule.formats)
  const how = format && drawn[format]
  if (!how) throw new Error(`Sheets cannot be printed with ${rule.formats.join(' or ')}. Let the rule take Code128 or QRCode as well.`)
  const size = sizeOfPaper(paper)
  const [width, height] = [size.width * inch, size.height * inch]
  const document = new PDFDocument({
    autoFirstPage: false,
    size: [width, height],
    margin: 0,
    info: { Title: footer, Producer: 'Rubricator' },
  })
  const chunks: Buffer[] = []
  document.on('data', (chunk: Buffer) => chunks.push(chunk))
  const ended = new Promise(resolve => document.on('end', resolve))
  for (const sheet of sheets) {
    const zone = zoneBox(rule.zone)
    const code = await codeOf(how, sheet.value, Math.min(zone?.width ?? Infinity, width / inch - 1))
    const size = { width: code.width * inch, height: code.height * inch }
    const places = placesOf(zone, width, height, size)
    document.addPage()
    for (const place of places) document.image(code.png, place.x, place.y, size)
    write(document, sheet, places, size, width, height, footer)
  }
  document.end()
  await ended
  return Buffer.concat(chunks)
}

/** The symbol as a picture, and its size in inches: as large as is good, or as the zone is wide. */
async function codeOf(
  { bcid, square }: { bcid: string; square: boolean },
  text: string,
  room: number,
): Promise<{ png: Buffer; width: number; height: number }> {
  const module = square ? moduleInches.square : moduleInches.bars
  const scale = 8
  const png = await bwipjs.toBuffer({
    bcid,
    text,
    scale,
    ...(square ? {} : { height: (barInches / module / 72) * 25.4 }),
    paddingwidth: 0,
    paddingheight: 0,
  })
  // Sizes of a PNG stand in its IHDR (PNG, third edition, 11.2.1).
  const [wide, high] = [png.readUInt32BE(16), png.readUInt32BE(20)]
  const width = Math.min(square ? (module * wide) / scale / 2 : (module * wide) / scale, 0.95 * room)
  return { png, width, height: square ? (width * high) / wide : barInches }
}

/** Where the code is put, as corners in points: in the zone, and where a smaller copy brings it there. */
function placesOf(zone: Box | null, width: number, height: number, size: { width: number; height: number }): { x: number; y: number }[] {
  const middle = zone ? { x: (zone.x + zone.width / 2) * inch, y: (zone.y + zone.height / 2) * inch } : { x: width / 2, y: height / 2 }
  const within = (value: number, most: number, length: number, foot: number) =>
    Math.min(most - foot - length / 2, Math.max(margin + length / 2, value))
  const places: { x: number; y: number }[] = []
  const put = (centre: { x: number; y: number }, sure: boolean, scaled: (centre: { x: number; y: number }) => { x: number; y: number }) => {
    const here = { x: within(centre.x, width, size.width, margin), y: within(centre.y, height, size.height, sure ? margin : footRoom) }
    const copy = scaled(here)
    const place = { x: here.x - size.width / 2, y: here.y - size.height / 2 }
    const reaches = sure || (zone !== null && centreInside({ x: copy.x / inch, y: copy.y / inch, width: 0, height: 0 }, zone))
    if (reaches && places.every(other => apart(other, place, size))) places.push(place)
  }
  put(middle, true, centre => centre)
  if (zone) {
    put({ x: middle.x / copyScale, y: middle.y / copyScale }, false, centre => ({ x: centre.x * copyScale, y: centre.y * copyScale }))
    const page = { x: width / 2, y: height / 2 }
    put({ x: page.x + (middle.x - page.x) / copyScale, y: page.y + (middle.y - page.y) / copyScale }, false, centre => ({
      x: page.x + (centre.x - page.x) * copyScale,
      y: page.y + (centre.y - page.y) * copyScale,
    }))
  }
  return places
}

const margin = 24
const footRoom = 60
const quiet = 16
const apart = (a: { x: number; y: number }, b: { x: number; y: number }, size: { width: number; height: number }) =>
  Math.abs(a.x - b.x) > size.width + quiet || Math.abs(a.y - b.y) > size.height + quiet

/** Title, values and number, in the larger free part of the page above or below the codes. */
function write(
  document: PDFKit.PDFDocument,
  sheet: SeparatorSheet,
  places: readonly { x: number; y: number }[],
  size: { height: number },
  width: number,
  height: number,
  footer: string,
): void {
  const top = Math.min(...places.map(place => place.y))
  const bottom = Math.max(...places.map(place => place.y + size.height))
  const above = top > height - bottom
  const left = 54
  const start = above ? 60 : bottom + 40
  const room = (above ? top - 20 : height - 70) - start
  document
    .font('Times-Roman')
    .fontSize(34)
    .fillColor('#b3321b')
    .text(sheet.title.slice(0, 1), left, start, { continued: true, width: width - 2 * left, height: room, ellipsis: true })
    .fillColor('#221d18')
    .text(sheet.title.slice(1))
  document.font('Helvetica').fontSize(16)
  let y = document.y + 8
  for (const line of sheet.lines) {
    if (y > start + room - 20) break
    document.text(line, left, y, { width: width - 2 * left, lineBreak: false, ellipsis: true })
    y += 24
  }
  document
    .font('Courier')
    .fontSize(15)
    .text(sheet.value, places[0]!.x, places[0]!.y + size.height + 4, { lineBreak: false })
  document
    .font('Helvetica')
    .fontSize(10)
    .fillColor('#635a4f')
    .text(footer, left, height - 44, { width: width - 2 * left - 80, lineBreak: false })
  if (sheet.number) document.text(sheet.number, width - left - 80, height - 44, { width: 80, align: 'right', lineBreak: false })
  document.fillColor('#221d18')
}
