import { Rubric } from '../core/rubric/rubric'
import { examinePage } from '../engine/examine'
import { scanSide } from '../standins/paper/scan'
import { askew, hardBacks } from './hardPaper'

// What clean-up gets right, over paper whose truth is known: `npm run bench:quality -- 150` for 150 sheets.

const dpi = 200
const sheets = Number(process.argv[2] ?? 120)
const rubric = Rubric.parse({ version: 1, name: 'Quality', scan: { sides: 'both', colour: 'mono' }, clean: { deskew: true } })
const line = (name: string, value: string, target: string) => console.log(`${name.padEnd(56)} ${value.padStart(14)}  ${target}`)

const stack = hardBacks(sheets)
let [blanks, dropped, faint] = [0, 0, 0]
const lost: string[] = []
const kept: string[] = []
for (const { sheet, side, blank } of stack.truth.sides) {
  if (side !== 'back') continue
  const scanned = await scanSide(stack, sheet - 1, side, dpi, 'grey')
  const { evidence } = await examinePage({ ...scanned, dpi }, rubric, {
    side,
    behind: async () => ({ ...(await scanSide(stack, sheet - 1, 'front', dpi, 'grey')), dpi }),
  })
  if (blank) {
    blanks++
    if (evidence.blank) dropped++
    else kept.push(`${sheet} (${evidence.ink})`)
  } else {
    faint++
    if (evidence.blank) lost.push(String(sheet))
  }
}
line('blank backs set aside', `${dropped} of ${blanks}`, 'at least 95 %')
if (kept.length) console.log(`    kept though blank: sheets ${kept.join(', ')}`)
line('backs with something faint on them, dropped', `${lost.length} of ${faint}`, 'none')
if (lost.length) console.log(`    dropped: sheets ${lost.join(', ')}`)

const degrees = Array.from({ length: 21 }, (_, at) => -2.5 + at * 0.25)
const pages = askew(degrees)
let worst = 0
for (const [at, wanted] of degrees.entries()) {
  const scanned = await scanSide(pages, at, 'front', dpi, 'grey')
  const { evidence } = await examinePage({ ...scanned, dpi }, rubric, { side: 'front' })
  worst = Math.max(worst, Math.abs(evidence.skewDeg - wanted))
}
line('straightening text pages from −2.5° to 2.5°, worst', `${worst.toFixed(3)}°`, 'at most 0.2°')
