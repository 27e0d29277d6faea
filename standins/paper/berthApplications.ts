import { Drawing, fonts } from './drawing'
import { letterhead } from './permitForm'
import { Pile, wear } from './pile'
import { Random } from './random'
import type { Stack } from './stack'
import { tick } from './tickHands'
import { fleet, printedDate } from './world'

const applications = 24
export const zones = ['Inner', 'Outer', 'Yard']
export const services = ['Water', 'Power', 'Crane', 'Waste']
const box = 3.6

const charges = [
  'Mooring dues',
  'Crane, one lift',
  'Fresh water by the cubic metre',
  'Shore power, sixteen amperes',
  'Waste skip',
  'Use of the slipway and of the cradle',
  'Harbour pilot',
]
const additions = ['for the quarter that ends in September', 'with an attendant on the quay', 'at the outer wall']

interface Line {
  what: string
  more: string | null
  quantity: string
  amount: string
}

const money = (cents: number) =>
  `${Math.floor(cents / 100)
    .toString()
    .replace(/\B(?=(\d{3})+$)/g, ',')}.${String(cents % 100).padStart(2, '0')}`
const plain = (printed: string) => printed.replaceAll(',', '')

/** Boxes to tick and their words: before them in one layout, behind them in the other. */
function boxes(
  page: Drawing,
  random: Random,
  x: number,
  y: number,
  labels: readonly string[],
  ticked: readonly string[],
  before: boolean,
): void {
  labels.forEach((label, at) => {
    const left = x + at * 30
    const boxAt = before ? left : left + 15
    page.box(boxAt, y - box + 0.6, box, box, { line: 0.25 })
    page.text(before ? left + box + 1.8 : left, y, label, { size: 10 })
    if (ticked.includes(label)) tick(page, random, boxAt, y - box + 0.6, box)
  })
}

/** What differs between the two layouts of the form, in millimetres. */
const layouts = [
  { before: true, what: 18, quantity: 128, amount: 182, ruled: false, heading: 'Description', count: 'Quantity', sum: 'Amount' },
  { before: false, what: 50, quantity: 34, amount: 190, ruled: true, heading: 'Description', count: 'Quantity', sum: 'Amount' },
] as const
type Layout = (typeof layouts)[number]

function headings(page: Drawing, layout: Layout, y: number): void {
  const bold = { size: 9.5, weight: 700 }
  page.text(layout.what, y, layout.heading, bold).text(layout.amount, y, layout.sum, { ...bold, anchor: 'end' })
  page.text(layout.quantity, y, layout.count, { ...bold, anchor: 'end' })
  page.rule(16, y + 2, 194, y + 2, 0.4)
}

/** Prints lines down to the page's foot; gives those that found no room, and where it ended. */
function printLines(page: Drawing, layout: Layout, from: number, foot: number, lines: readonly Line[]): { left: Line[]; y: number } {
  let y = from
  for (const [at, line] of lines.entries()) {
    if (y > foot) return { left: lines.slice(at), y }
    page.text(layout.what, y, line.what, { size: 10 })
    page.text(layout.quantity, y, line.quantity, { size: 10, anchor: 'end' })
    page.text(layout.amount, y, line.amount, { font: fonts.typed, size: 11, anchor: 'end' })
    if (line.more) page.text(layout.what, (y += 4.6), line.more, { size: 10 })
    if (layout.ruled) page.rule(16, y + 2, 194, y + 2, 0.12, '#77736d')
    y += 8
  }
  return { left: [], y }
}

/** Applications for a berth: a form of two layouts, boxes to tick, and charges with a total that may go on to a second page. */
export function berthApplications(seed: number): Stack {
  const random = new Random(seed + 91000)
  const pile = new Pile(['front'])
  for (let number = 1; number <= applications; number++) {
    const layout = layouts[number % 2]!
    const vessel = random.pick(fleet)
    const reference = `BA-26-${String(4000 + seed * 100 + number)}`
    const issued = `2026-0${random.whole(1, 9)}-${random.whole(10, 28)}`
    const zone = random.pick(zones)
    const wanted = services.filter(() => random.chance(0.5))
    const insured = random.chance(0.6)
    const long = number % 4 === 0
    const cents = Array.from({ length: long ? random.whole(15, 20) : random.whole(2, 7) }, () => random.whole(900, 180_000))
    const lines = cents.map((amount): Line => ({
      what: random.pick(charges),
      more: random.chance(0.2) ? random.pick(additions) : null,
      quantity: String(random.whole(1, 12)),
      amount: money(amount),
    }))
    const total = money(cents.reduce((sum, amount) => sum + amount, 0))
    pile.begin('berth-application', {
      reference,
      hull: vessel.hull,
      issued,
      zone,
      services: wanted.join('\n'),
      insured: insured ? 'yes' : 'no',
      pay: plain(total),
      items: JSON.stringify(
        lines.map(({ what, more, quantity, amount }) => ({ what: more ? `${what} ${more}` : what, quantity, amount: plain(amount) })),
      ),
    })
    const page = new Drawing()
    letterhead(page)
    page.text(16, 50, 'Berth application', { font: fonts.serif, size: 20, weight: 700 })
    const cells: [string, string][] = [
      ['Reference', reference],
      ['Hull number', vessel.hull],
      ['Issued on', printedDate(issued)],
    ]
    cells.forEach(([name, value], at) => {
      if (layout.before) page.text(16, 62 + at * 8, name, { size: 10 }).text(60, 62 + at * 8, value, { font: fonts.typed, size: 12 })
      else page.text(16 + at * 60, 60, name, { size: 8 }).text(16 + at * 60, 66, value, { font: fonts.typed, size: 12 })
    })
    page.text(16, 92, 'Harbour zone', { size: 10, weight: 700 })
    boxes(page, random, 60, 92, zones, [zone], layout.before)
    page.text(16, 102, 'Services', { size: 10, weight: 700 })
    boxes(page, random, 60, 102, services, wanted, layout.before)
    const insurance = layout.before ? 60 : 118
    page.box(insurance, 112 - box + 0.6, box, box, { line: 0.25 })
    page.text(layout.before ? insurance + box + 1.8 : 76, 112, 'Insurance note attached', { size: 10 })
    if (insured) tick(page, random, insurance, 112 - box + 0.6, box)
    headings(page, layout, 124)
    const first = printLines(page, layout, 132, 258, lines)
    const sum = (on: Drawing, y: number) =>
      on.text(layout.what, y + 2, 'Total to pay', { size: 10.5, weight: 700 }).text(layout.amount, y + 2, total, {
        font: fonts.typed,
        size: 12,
        weight: 700,
        anchor: 'end',
      })
    if (first.left.length === 0) sum(page, first.y)
    pile.lay({ front: page, back: null, what: 'berth application', worn: wear(random, null, false) })
    if (first.left.length) {
      const next = new Drawing()
      next.text(16, 24, `Charges of ${reference}, continued`, { size: 10 })
      const repeated = number % 8 === 0
      if (repeated) headings(next, layout, 36)
      sum(next, printLines(next, layout, 46, 258, first.left).y)
      pile.lay({ front: next, back: null, what: 'berth application, second page', worn: wear(random, null, false) })
    }
  }
  return pile.stack('berth-applications', 'Berth applications', seed)
}
