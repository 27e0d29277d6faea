import { Drawing, fonts } from './drawing'
import { letterhead, signature } from './permitForm'
import { Pile, wear } from './pile'
import { Random } from './random'
import type { Stack, Wear } from './stack'
import { fleet, printedDate, soldTwice, strangerHull } from './world'

const slips = 44
/** Someone wrote across this one's code with a broad pen. */
const spoiltSlip = 17
const strangerSlip = 9
const soldSlip = 23

const codePlace = { x: 24, y: 222, size: 34 }
const inch = 25.4

export interface Landing {
  hull: string
  landed: string
  weight: string
  buyer: string
  skipper: string
}

const catches = ['Mackerel', 'Pollack', 'Brown crab', 'Lobster', 'Plaice', 'Red mullet', 'Squid', 'Whiting']
const buyers = ['Fish Strand Co-operative', 'Penhale Shellfish', 'Ropewalk Smokehouse', 'Lantern Quay Fishmongers']
const skippers = ['Will Trehane', 'Anna Corby', 'Dewi Stock', 'Mabel Orchard', 'Hob Sealy']

export function makeLanding(random: Random, number: number): Landing & { rows: [string, string][] } {
  const hull =
    number === strangerSlip
      ? strangerHull
      : number === soldSlip
        ? fleet[soldTwice]!.hull
        : random.pick(fleet.filter(vessel => vessel.hull !== fleet[soldTwice]!.hull)).hull
  const rows = Array.from({ length: random.whole(2, 5) }, (): [string, string] => [
    random.pick(catches),
    (random.whole(40, 6000) / 10).toFixed(1),
  ])
  return {
    hull,
    landed: `2026-${random.pick(['08', '09', '10'])}-${String(random.whole(1, 28)).padStart(2, '0')}`,
    weight: rows.reduce((sum, [, weight]) => sum + Number(weight), 0).toFixed(1),
    buyer: random.pick(buyers),
    skipper: random.pick(skippers),
    rows,
  }
}

const codeOf = (landing: Landing) => `LS/${landing.hull}/${landing.landed}`

function slipPage(landing: ReturnType<typeof makeLanding>, random: Random, spoilt: boolean): Drawing {
  const page = new Drawing()
  letterhead(page)
  page.rule(16, 38, 194, 38, 0.5)
  page.text(16, 52, 'Landing slip', { font: fonts.serif, size: 22, weight: 700 })
  page.text(194, 52, 'One for each landing; hand in before the sale', { size: 8.5, anchor: 'end' })
  const cells: [string, string][] = [
    ['Hull number', landing.hull],
    ['Landed on', printedDate(landing.landed)],
    ['Skipper', landing.skipper],
    ['First buyer', landing.buyer],
  ]
  cells.forEach(([name, value], at) => {
    const x = 16 + (at % 2) * 89
    const y = 60 + Math.floor(at / 2) * 15
    page
      .box(x, y, 89, 15)
      .text(x + 2, y + 4.5, name, { size: 8 })
      .text(x + 3, y + 11.5, value, { font: fonts.typed, size: 12 })
  })
  page.text(16, 104, 'Catch', { size: 10, weight: 700 }).text(150, 104, 'kg', { size: 10, weight: 700, anchor: 'end' })
  landing.rows.forEach(([name, weight], at) => {
    const y = 112 + at * 9
    page.text(18, y, name, { font: fonts.typed, size: 12 }).text(150, y, weight, { font: fonts.typed, size: 12, anchor: 'end' })
    page.rule(16, y + 2.5, 152, y + 2.5, 0.15, '#77736d')
  })
  page
    .text(16, 168, 'Weight landed (kg)', { size: 11, weight: 700 })
    .text(150, 168, landing.weight, { font: fonts.typed, size: 13, weight: 700, anchor: 'end' })
  page.text(16, 200, 'Signed for the vessel', { size: 8 }).path(signature(random, 60, 200), { stroke: '#22306e', line: 0.5 })
  const { x, y, size } = codePlace
  page.barcode('qrcode', codeOf(landing), x, y, size, size)
  page.text(x + size / 2, y + size + 6, codeOf(landing), { font: fonts.typed, size: 9, anchor: 'middle' })
  if (spoilt) {
    for (let stroke = 0; stroke < 4; stroke++)
      page.path(`M ${x - 2} ${y + 13.5 + stroke * 2.8} l ${size + 6} ${stroke % 2 ? 1.2 : -1.2}`, { stroke: '#101820', line: 2.6 })
  }
  page
    .text(74, 230, 'Scan me at the desk. The number below the square', { size: 9 })
    .text(74, 235, 'is the hull number and the day of landing.', { size: 9 })
  return page
}

/** Lays one slip on a pile. */
export function laySlip(pile: Pile, random: Random, number: number, streak: Wear['streak']): void {
  const landing = makeLanding(random, number)
  const spoilt = number === spoiltSlip
  const { hull, landed, weight, buyer } = landing
  const vessels = fleet.filter(vessel => vessel.hull === hull)
  pile.begin(
    'landing-slip',
    { hull, landed, weight, buyer, ...(vessels.length === 1 ? { vessel: vessels[0]!.name, owner: vessels[0]!.owner } : {}) },
    spoilt,
  )
  pile.lay({
    front: slipPage(landing, random, spoilt),
    back: null,
    what: 'landing slip',
    worn: wear(random, pile.sheetCount % 4 === 2 ? streak : null, false),
    barcode: {
      format: 'QRCode',
      value: codeOf(landing),
      readable: !spoilt,
      x: codePlace.x / inch,
      y: codePlace.y / inch,
      width: codePlace.size / inch,
      height: codePlace.size / inch,
    },
  })
}

/** Landing slips: one-sided, one sheet each. */
export function landingSlips(seed: number): Stack {
  const random = new Random(seed + 5000)
  const pile = new Pile(['front'])
  const streak = { x: random.between(60, 190), level: 170 }
  for (let number = 1; number <= slips; number++) laySlip(pile, random, number, streak)
  return pile.stack('landing-slips', 'Landing slips', seed)
}
