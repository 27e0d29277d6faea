import { Drawing, fonts } from './drawing'
import { letterhead, signature } from './permitForm'
import { Pile, wear } from './pile'
import { Random } from './random'
import type { Stack } from './stack'
import { fleet, printedDate } from './world'

const inspections = 10
export const marker = { yellow: '#fff24a', green: '#9df58c', pink: '#ff9ad2', orange: '#ffc069', blue: '#9fd8ff' } as const
export type Marker = keyof typeof marker

const findings = [
  'Hull sound to the waterline, antifouling worn at the bow.',
  'Bilge pump tried twice and found good.',
  'Seacock of the galley stiff; to be greased before the winter.',
  'Gas locker drains overboard and is dry.',
  'Two flares past their date, new ones seen on board.',
  'Navigation lights in order, the masthead light dim.',
  'Guard wires slack on the port side.',
  'Mooring cleats through-bolted with plates.',
]
/** What nobody else need know: these words stand nowhere else on the paper. */
const secrets = [
  'Penhallow',
  'Quarrington',
  'Trevossick',
  'Lamorrick',
  'Zennorly',
  'Bosvigo',
  'Carrowmoor',
  'Withielgoose',
  'Nansladron',
  'Skewjack',
]

/** A stroke of a marker behind print: uneven at its ends and edges, thin or thick, in one or two goes. */
function mark(page: Drawing, random: Random, colour: Marker, x: number, y: number, width: number, size: number): void {
  const goes = random.chance(0.4) ? 2 : 1
  const thick = size * random.between(0.9, 1.6)
  for (let go = 0; go < goes; go++) {
    const [lift, tilt] = [random.between(-0.3, 0.3), random.between(-0.4, 0.4)]
    const middle = y - size * 0.35 + lift
    page.path(
      `M ${x - random.between(0.6, 1.6)} ${middle - tilt} Q ${x + width / 2} ${middle + random.between(-0.5, 0.5)} ` +
        `${x + width + random.between(0.6, 1.8)} ${middle + tilt}`,
      { stroke: marker[colour], line: thick },
    )
  }
}

/** A line of print with one of its words marked. */
function markedLine(page: Drawing, random: Random, y: number, before: string, secret: string, after: string, colour: Marker): void {
  const size = 11
  const typed = { font: fonts.typed, size }
  const letter = size * 0.353 * 0.6
  const at = 20 + (before.length + 1) * letter
  mark(page, random, colour, at, y, secret.length * letter, size * 0.353)
  page
    .text(20, y, before, typed)
    .text(at, y, secret, typed)
    .text(at + (secret.length + 1) * letter, y, after, typed)
}

/** Vessel inspections: two pages each, a ruled form, and names marked with a highlighter, beside print in colour that is none. */
export function vesselInspections(seed: number): Stack {
  const random = new Random(seed + 77000)
  const pile = new Pile(['front'])
  for (let number = 1; number <= inspections; number++) {
    const vessel = random.pick(fleet)
    const issued = `2026-0${random.whole(1, 9)}-${random.whole(10, 28)}`
    const colours = Object.keys(marker) as Marker[]
    const colour = number === 1 ? 'yellow' : random.pick(colours)
    const [first, second] = [secrets[(number * 2) % secrets.length]!, secrets[(number * 2 + 1) % secrets.length]!]
    pile.begin('vessel-inspection', { hull: vessel.hull, inspected: issued, hidden: `${first} ${second}` })
    const page = new Drawing()
    letterhead(page)
    page.text(16, 52, 'Vessel inspection', { font: fonts.serif, size: 22, weight: 700 })
    // Shading, a stamp and a pen: none of them hides anything.
    page
      .box(16, 58, 178, 8, { fill: '#dbe7f5' })
      .text(18, 63.6, 'Vessel', { size: 10, weight: 700 })
      .text(110, 63.6, 'Inspected on', { size: 10, weight: 700 })
    page.text(18, 72, `${vessel.name}, ${vessel.hull}`, { size: 11 }).text(110, 72, printedDate(issued), { size: 11 })
    page
      .box(150, 20, 40, 14, { stroke: '#c23b4a', line: 0.9 })
      .text(170, 29, 'INSPECTED', { size: 12, weight: 700, anchor: 'middle', colour: '#c23b4a' })
    markedLine(page, random, 84, 'Reported by', first, 'of the quay watch.', colour)
    findings.slice(0, 5).forEach((finding, at) => page.text(20, 98 + at * 9, finding, { font: fonts.serif, size: 12 }))
    page.text(20, 150, 'Lies well, keep an eye on the bow line', { font: fonts.hand, size: 17, colour: '#22306e' })
    page.path(signature(random, 20, 172), { stroke: '#22306e', line: 0.5 })
    pile.lay({ front: page, back: null, what: 'inspection, first page', worn: wear(random, null, false) })
    const next = new Drawing()
    next.text(16, 24, 'Remarks', { font: fonts.serif, size: 14, weight: 700 })
    findings.slice(3).forEach((finding, at) => next.text(20, 36 + at * 9, finding, { font: fonts.serif, size: 12 }))
    markedLine(next, random, 100, 'To be told to', second, 'by telephone only.', colour)
    next
      .box(16, 120, 178, 40, { fill: '#fbf3d2', stroke: '#cbb97a' })
      .text(20, 130, 'Notes for the owner are printed on this ground.', { size: 11 })
    pile.lay({ front: next, back: null, what: 'inspection, second page', worn: wear(random, null, false) })
  }
  return pile.stack('vessel-inspections', 'Vessel inspections', seed)
}
