import { Drawing, fonts } from './drawing'
import { Pile, wear } from './pile'
import { Random } from './random'
import type { Stack, Wear } from './stack'
import { fleet, printedDate } from './world'

const cards = 6
const spreads = 6

/** What lies on the glass is straight, clean and unpunched, or nearly. */
function laid(random: Random, paper: Wear['paper']): { front: Wear; back: Wear } {
  const worn = wear(random, null, false)
  const calm = (side: Wear): Wear => ({ ...side, holes: false, staple: false, seeThrough: 0, specks: 3, paper, skewDeg: side.skewDeg / 3 })
  return { front: calm(worn.front), back: calm(worn.back) }
}

/** Crew cards: a card's front and back, each laid somewhere on the glass under its white lid. */
export function crewCards(seed: number): Stack {
  const random = new Random(seed + 31000)
  const pile = new Pile(['front', 'back'])
  for (let number = 1; number <= cards; number++) {
    const vessel = random.pick(fleet)
    const holder = random.pick(['Will Trehane', 'Anna Corby', 'Dewi Stock', 'Mabel Orchard', 'Hob Sealy'])
    const until = `2027-0${random.whole(1, 9)}-${random.whole(10, 28)}`
    const card = () => ({ page: new Drawing(), x: random.between(40, 90), y: random.between(40, 150) })
    const front = card()
    front.page
      .box(front.x, front.y, 85.6, 54, { fill: '#f3f0e4', line: 0.6 })
      .text(front.x + 5, front.y + 10, 'Saltmere crew card', { font: fonts.serif, size: 13, weight: 700 })
      .text(front.x + 5, front.y + 22, holder, { font: fonts.typed, size: 12 })
      .text(front.x + 5, front.y + 30, `Vessel ${vessel.name}`, { size: 9.5 })
      .text(front.x + 5, front.y + 37, `Hull ${vessel.hull}`, { font: fonts.typed, size: 11 })
      .text(front.x + 5, front.y + 47, `Good until ${printedDate(until)}`, { size: 9.5 })
    const back = card()
    back.page
      .box(back.x, back.y, 85.6, 54, { fill: '#f3f0e4', line: 0.6 })
      .lines(back.x + 5, back.y + 12, ['If found, hand in at Quay House,', 'Fish Strand, Saltmere.', 'Not a licence to fish.'], 7, {
        size: 9.5,
      })
    pile.begin('crew-card', { hull: vessel.hull, holder, until })
    pile.lay({ front: front.page, back: back.page, what: 'crew card', worn: laid(random, [252, 252, 250]) })
  }
  return pile.stack('crew-cards', 'Crew cards', seed)
}

/** A logbook, opened on the glass: two pages side by side, the fold's shadow between them. */
export function logbooks(seed: number): Stack {
  const random = new Random(seed + 47000)
  const pile = new Pile(['front'])
  const logged = [
    'wind NE by E, moderate',
    'tide making, all lines doubled',
    'hauled forty pots off the ledge',
    'fog, sounding the horn',
    'landed at the fish quay',
    'engine checked, bilge dry',
  ]
  const vessel = random.pick(fleet)
  pile.begin('logbook', { vessel: vessel.name })
  for (let spread = 0; spread < spreads; spread++) {
    const page = new Drawing(297, 210)
    const fold = 148.5 + random.between(-4, 4)
    for (const [x, number] of [
      [14, spread * 2 + 1],
      [fold + 12, spread * 2 + 2],
    ] as const) {
      page.text(x, 20, `${vessel.name}, page ${number}`, { font: fonts.serif, size: 12 })
      for (let line = 0; line < 20; line++) {
        const y = 32 + line * 8
        page.rule(x, y + 2, x + 118, y + 2, 0.12, '#77736d')
        page.text(x, y, `${String(4 + (line % 20)).padStart(2, '0')}:00 ${random.pick(logged)}`, { font: fonts.typed, size: 9.5 })
      }
    }
    for (let step = 0; step < 12; step++) {
      const grey = 120 + step * 9
      const colour = `rgb(${grey},${grey - 2},${grey - 6})`
      page
        .rule(fold - step * 0.35, 0, fold - step * 0.35, 210, 0.36, colour)
        .rule(fold + step * 0.35, 0, fold + step * 0.35, 210, 0.36, colour)
    }
    pile.lay({ front: page, back: null, what: 'logbook, opened', worn: laid(random, [244, 240, 226]) })
  }
  return pile.stack('logbooks', 'Logbooks', seed)
}
