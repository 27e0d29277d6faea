import { Drawing, fonts } from './drawing'
import { letterhead } from './permitForm'
import { Pile, wear } from './pile'
import { Random } from './random'
import type { Stack } from './stack'
import { fleet, printedDate } from './world'

const plans = 12
const statements = 14

/** Berth plans: A3 and A4 mixed, coloured lines. */
export function berthPlans(seed: number): Stack {
  const random = new Random(seed + 59000)
  const pile = new Pile(['front'])
  pile.begin('berth-plan', {})
  for (let number = 1; number <= plans; number++) {
    const large = number % 3 === 1
    const page = large ? new Drawing(297, 420) : new Drawing()
    const { width, height } = page
    page.text(15, 22, `Berth plan ${number}, ${random.pick(['inner basin', 'outer wall', 'yard'])}`, {
      font: fonts.serif,
      size: large ? 22 : 16,
      weight: 700,
    })
    for (let berth = 0; berth < (large ? 22 : 10); berth++) {
      const y = 40 + berth * (large ? 15.5 : 22)
      page.box(20, y, width - 90, large ? 10 : 14, { stroke: random.pick(['#b02a1c', '#1f4fa0', '#2c7a3f']), line: 0.8 })
      page.text(width - 62, y + 7, `${random.pick(['A', 'B', 'C'])}${berth + 1} ${random.pick(fleet).name}`, { size: 9 })
    }
    page.path(`M 12 ${height - 30} C 60 ${height - 60}, ${width - 80} ${height - 6}, ${width - 14} ${height - 40}`, {
      stroke: '#1f4fa0',
      line: 1.4,
    })
    pile.lay({ front: page, back: null, what: large ? 'plan, A3' : 'plan, A4', worn: { ...wear(random, null, false) } })
  }
  return pile.stack('berth-plans', 'Berth plans', seed)
}

/** Dues statements: every three sheets are one, without a barcode. */
export function duesStatements(seed: number): Stack {
  const random = new Random(seed + 67000)
  const pile = new Pile(['front'])
  for (let number = 1; number <= statements; number++) {
    const vessel = random.pick(fleet)
    const statement = String(26000 + seed * 50 + number)
    const issued = `2026-0${random.whole(1, 9)}-${random.whole(10, 28)}`
    const lines = Array.from({ length: random.whole(4, 9) }, (): [string, number] => [
      random.pick(['Mooring, a week', 'Crane, a lift', 'Fresh water, a cubic metre', 'Shore power, a day', 'Waste, a skip']),
      random.whole(900, 42000) / 100,
    ])
    const total = lines.reduce((sum, [, amount]) => sum + amount, 0).toFixed(2)
    pile.begin('dues-statement', { statement, hull: vessel.hull, issued, total })
    for (let sheet = 1; sheet <= 3; sheet++) {
      const page = new Drawing()
      letterhead(page)
      page.text(16, 52, sheet === 1 ? 'Statement of dues' : `Statement of dues, sheet ${sheet}`, {
        font: fonts.serif,
        size: sheet === 1 ? 22 : 13,
        weight: 700,
      })
      if (sheet === 1) {
        const cells: [string, string][] = [
          ['Statement no', statement],
          ['Hull number', vessel.hull],
          ['Issued on', printedDate(issued)],
          ['Total due', total],
        ]
        cells.forEach(([name, value], at) =>
          page.text(16, 70 + at * 10, name, { size: 10 }).text(64, 70 + at * 10, value, { font: fonts.typed, size: 12 }),
        )
      } else if (sheet === 2) {
        lines.forEach(([what, amount], at) =>
          page
            .text(18, 70 + at * 9, what, { size: 10 })
            .text(180, 70 + at * 9, amount.toFixed(2), { font: fonts.typed, size: 11, anchor: 'end' }),
        )
      } else {
        page.lines(
          16,
          70,
          [
            'Payment is due within thirty days of the date of issue.',
            'Please give the statement number with your payment.',
            'Questions are answered at Quay House on weekday mornings.',
          ],
          7,
          { font: fonts.serif, size: 11.5 },
        )
      }
      pile.lay({ front: page, back: null, what: `statement, sheet ${sheet}`, worn: wear(random, null, sheet === 1) })
    }
  }
  return pile.stack('dues-statements', 'Dues statements', seed)
}
