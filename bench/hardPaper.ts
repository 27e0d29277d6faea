import { Drawing, fonts } from '../standins/paper/drawing'
import { sentences } from '../standins/paper/officeLetters'
import { Pile, wear } from '../standins/paper/pile'
import { Random } from '../standins/paper/random'
import type { Stack, Wear } from '../standins/paper/stack'

const papers: Wear['paper'][] = [
  [250, 249, 246],
  [228, 226, 220],
  [214, 212, 208],
  [240, 228, 200],
  [196, 194, 190],
]

function prose(random: Random, bold: boolean): Drawing {
  const page = new Drawing()
  for (let y = 30; y < 270; y += 6.4) page.text(22, y, random.pick(sentences), { font: fonts.serif, size: 12, weight: bold ? 700 : 400 })
  if (bold) page.path('M 60 230 c 20 -18, 34 16, 52 -4 s 30 10, 44 -8', { stroke: '#1b2c6e', line: 1.6 })
  return page
}

/** What a person might leave on an otherwise empty back. */
const faint: ((random: Random) => { drawing: Drawing | null; pencil: Wear['pencil'] })[] = [
  random => ({
    drawing: null,
    pencil: {
      x: random.between(25, 140),
      y: random.between(30, 270),
      text: random.pick(['seen, ok', 'copy to HM', '14/3', 'ask Edda', 'v. late']),
    },
  }),
  random => ({
    drawing: new Drawing().text(105, 285, String(random.whole(2, 48)), { font: fonts.serif, size: 9, anchor: 'middle' }),
    pencil: null,
  }),
  random => ({ drawing: new Drawing().text(random.between(30, 150), random.between(40, 250), '7', { size: 7 }), pencil: null }),
  random => ({ drawing: new Drawing().path(`M 40 ${random.between(60, 240)} l 34 -6`, { stroke: '#6f6d72', line: 0.35 }), pencil: null }),
]

/**
 * Two-sided sheets at their worst: grey and yellowed paper, signatures and bold text that come through, streaks, holes,
 * staples, specks. One back in three carries something faint; the others are blank.
 */
export function hardBacks(sheets: number): Stack {
  const random = new Random(99)
  const pile = new Pile(['front', 'back'])
  pile.begin('hard', {})
  for (let sheet = 0; sheet < sheets; sheet++) {
    const worn = wear(random, sheet % 3 === 0 ? { x: random.between(30, 180), level: random.whole(140, 200) } : null, sheet % 4 === 0)
    const hard = (side: Wear): Wear => ({
      ...side,
      paper: papers[sheet % papers.length]!,
      seeThrough: random.between(0.08, 0.22),
      specks: random.whole(20, 60),
    })
    const left = sheet % 3 === 2 ? faint[Math.floor(sheet / 3) % faint.length]!(random) : null
    pile.lay({
      front: prose(random, sheet % 2 === 0),
      back: left?.drawing ?? null,
      what: left ? 'faint' : 'blank',
      worn: { front: hard(worn.front), back: { ...hard(worn.back), pencil: left?.pencil ?? null } },
    })
  }
  return pile.stack('hard', 'Hard backs', 99)
}

/** Pages of text at a known angle. */
export function askew(degrees: readonly number[]): Stack {
  const random = new Random(5)
  const pile = new Pile(['front'])
  pile.begin('askew', {})
  for (const skewDeg of degrees) {
    const worn = wear(random, null, false)
    pile.lay({ front: prose(random, false), back: null, what: 'text', worn: { ...worn, front: { ...worn.front, skewDeg } } })
  }
  return pile.stack('askew', 'Askew', 5)
}
