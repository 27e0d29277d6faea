import { Drawing, fonts } from './drawing'
import type { Random } from './random'
import { printedDate, type Permit } from './world'

/** Where the label stands on the form, in millimetres. */
export const labelPlace = { x: 144, y: 11, width: 56, height: 22 }

function crest(page: Drawing, x: number, y: number): void {
  page.path(`M ${x} ${y - 8} a 8 8 0 1 0 0.01 0 Z`, { line: 0.5 })
  page.path(`M ${x} ${y - 5} v 10 M ${x - 2} ${y - 2.6} h 4 M ${x - 4.4} ${y + 1.6} q 0.8 3.6 4.4 3.6 q 3.6 0 4.4 -3.6`, { line: 0.7 })
  page.path(`M ${x} ${y - 6.6} a 0.9 0.9 0 1 0 0.01 0 Z`, { line: 0.5 })
}

export function letterhead(page: Drawing): void {
  crest(page, 27, 20)
  page.text(39, 18.5, 'Saltmere Harbour Office', { font: fonts.serif, size: 17, weight: 700 })
  page.text(39, 24, 'Quay House, Fish Strand, Saltmere', { font: fonts.serif, size: 9 })
  page.text(39, 28, 'harbour@saltmere.example', { font: fonts.serif, size: 9, italic: true })
}

/** A permit's barcode label, as it comes off the roll. */
export function label(code: string): Drawing {
  const { width, height } = labelPlace
  return new Drawing(width, height)
    .box(0, 0, width, height, { fill: '#ffffff', stroke: '#b9b4aa', line: 0.15 })
    .barcode('code128', code, 5, 3, width - 10, 12)
    .text(width / 2, 19.6, code, { font: fonts.typed, size: 10.5, weight: 700, anchor: 'middle' })
}

function cell(page: Drawing, x: number, y: number, width: number, name: string, value: string, height = 13): void {
  page.box(x, y, width, height)
  page.text(x + 1.8, y + 4, name, { size: 8, colour: '#2c2a28' })
  if (value) page.text(x + 2.4, y + 10, value, { font: fonts.typed, size: 12.5 })
}

export function signature(random: Random, x: number, y: number): string {
  let d = `M ${x} ${y}`
  let at = x
  for (let loop = 0; loop < 7; loop++) {
    const wide = random.between(3, 6)
    const tall = random.between(2, 7)
    d += ` c ${wide * 0.3} ${-tall} ${wide * 0.8} ${-tall} ${wide * 0.55} ${random.between(-1, 1.5)}`
    d += ` s ${wide * 0.2} ${tall * 0.4} ${wide * 0.45} ${random.between(-1.5, 0.5)}`
    at += wide
  }
  return `${d} L ${at + 6} ${y - 1.5}`
}

function zoneBoxes(page: Drawing, x: number, y: number, width: number, permit: Permit): void {
  page.box(x, y, width, 13)
  page.text(x + 1.8, y + 4, 'Harbour zone (tick one)', { size: 8, colour: '#2c2a28' })
  ;['Inner', 'Outer', 'Yard'].forEach((zone, at) => {
    const left = x + 3 + at * 19
    page.box(left, y + 7, 3.4, 3.4)
    page.text(left + 4.8, y + 10, zone, { size: 9 })
    if (permit.zone === zone) page.path(`M ${left + 0.4} ${y + 8.6} l 1.2 1.8 l 2.8 -4.4`, { line: 0.6, stroke: '#22306e' })
  })
}

const conditions = [
  'The vessel named above may lie at the berth stated from the day of issue until 31 December of the year shown.',
  'The owner keeps third-party insurance in force and lodges the current note with this office.',
  'The permit is not transferable. A change of owner, of vessel or of berth needs a new permit.',
  'The harbour master may order the vessel to another berth for works, weather or safety.',
  'Dues are payable each quarter in advance; a permit lapses when dues are thirty days late.',
]

/** The permit form itself, without its label. */
export function permitForm(permit: Permit, random: Random): Drawing {
  const page = new Drawing()
  letterhead(page)
  page.rule(16, 38, 194, 38, 0.5)
  page.text(16, 50, 'Mooring permit', { font: fonts.serif, size: 22, weight: 700 })
  page.text(194, 50, 'Form MP/2, to be kept with the file', { size: 8.5, anchor: 'end' })

  cell(page, 16, 57, 60, 'Permit number', permit.permit)
  cell(page, 76, 57, 48, 'Year', `20${permit.year}`)
  cell(page, 124, 57, 70, 'Issued on', printedDate(permit.issued))
  cell(page, 16, 70, 60, 'Hull number', permit.hull)
  cell(page, 76, 70, 118, 'Name of vessel', permit.vessel)
  cell(page, 16, 83, 108, 'Owner', permit.owner)
  cell(page, 124, 83, 70, 'Length overall (m)', permit.length)
  cell(page, 16, 96, 178, 'E-mail of owner', permit.mail)
  cell(page, 16, 109, 60, 'Berth', permit.berth)
  zoneBoxes(page, 76, 109, 118, permit)

  page.text(16, 133, 'Conditions', { font: fonts.serif, size: 13, weight: 700 })
  conditions.forEach((line, at) => {
    page.text(16, 141 + at * 6.4, `${at + 1}.`, { font: fonts.serif, size: 10 })
    page.text(22, 141 + at * 6.4, line, { font: fonts.serif, size: 10 })
  })

  page.text(16, 184, 'Remarks', { size: 8, colour: '#2c2a28' })
  page.box(16, 186, 178, 34)
  page.text(
    19,
    194,
    random.pick([
      'Fenders both sides. Shore power 16 A.',
      'Lies bow to sea; second line from ring 14.',
      'Tender kept on the slip, no charge.',
    ]),
    { font: fonts.hand, size: 15, colour: '#22306e' },
  )

  page.text(16, 240, 'For the harbour master', { size: 8, colour: '#2c2a28' })
  page.path(signature(random, 18, 254), { stroke: '#22306e', line: 0.5 })
  page.rule(16, 258, 90, 258)
  page.text(16, 262.5, permit.inspector, { font: fonts.serif, size: 10 })
  page.text(110, 240, 'The owner', { size: 8, colour: '#2c2a28' })
  page.path(signature(random, 112, 254), { stroke: '#1c1a18', line: 0.45 })
  page.rule(110, 258, 184, 258)
  page.text(110, 262.5, permit.owner, { font: fonts.serif, size: 10 })
  page.text(105, 286, 'Saltmere Harbour Office, file copy', { size: 7.5, anchor: 'middle', colour: '#55514c' })
  return page
}
