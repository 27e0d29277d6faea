import { Drawing, fonts } from './drawing'
import { Pile, wear } from './pile'
import { Random } from './random'
import type { Stack, Wear } from './stack'
import { printedDate } from './world'

const letters = 11

const senders: [string, string][] = [
  ['Saltmere Sailing Club', 'The Boathouse, East Hard, Saltmere'],
  ['Brackwater Mutual', '4 Ropewalk, Brackwater'],
  ['Penhale Shellfish', 'Unit 3, Ice Quay, Saltmere'],
  ['Lantern Quay Fishmongers', '11 Lantern Quay, Saltmere'],
  ['Saltmere Parish Council', 'Old Customs House, Saltmere'],
]
const subjects = [
  'Dredging of the inner basin',
  'Night lights on the pontoon',
  'Moorings over the winter',
  'Noise from the ice plant',
  'Regatta week',
  'Dues for the second quarter',
  'A broken ladder at berth C14',
  'Key to the net store',
]
/** What people write to a harbour office. */
export const sentences = [
  'We write about the matter that your office raised last month and have looked into it with some care.',
  'The work would be done between two spring tides, so that no vessel need leave her berth for long.',
  'Our members ask that the notice be put up at the slip as well as at the office door.',
  'You will find the figures overleaf; they are the same that the committee saw in April.',
  'Should the weather not allow it, we propose the week after, on the same terms.',
  'The cost is shared as before, one third by the harbour and two thirds by ourselves.',
  'We should be glad of your answer before the end of the month, as the contractor is waiting.',
  'Nobody wishes to see the lights go out altogether, only to have them turned down after ten.',
  'The harbour master was kind enough to come and see for himself, and agreed with most of it.',
  'A copy of this letter goes to the parish council and to the skippers on the east wall.',
]

interface Letter {
  sender: [string, string]
  subject: string
  dated: string
  pages: number
}

function paragraphs(page: Drawing, random: Random, top: number, count: number): void {
  let y = top
  for (let paragraph = 0; paragraph < count; paragraph++) {
    const words = Array.from({ length: random.whole(2, 4) }, () => random.pick(sentences))
      .join(' ')
      .split(' ')
    let line = ''
    for (const word of words) {
      if (`${line} ${word}`.length > 84) {
        page.text(24, y, line, { font: fonts.serif, size: 11.5 })
        y += 6.2
        line = word
      } else {
        line = line ? `${line} ${word}` : word
      }
    }
    page.text(24, y, line, { font: fonts.serif, size: 11.5 })
    y += 11
  }
}

function letterPage(letter: Letter, random: Random, number: number): Drawing {
  const page = new Drawing()
  if (number > 1) {
    page.text(105, 22, `${number}`, { font: fonts.serif, size: 10, anchor: 'middle' })
    paragraphs(page, random, 38, random.whole(3, 5))
  } else {
    page
      .text(24, 28, letter.sender[0], { font: fonts.serif, size: 18, weight: 700 })
      .text(24, 34, letter.sender[1], { font: fonts.serif, size: 10 })
    page.rule(24, 38, 186, 38, 0.4)
    page.text(24, 52, 'The Harbour Master, Quay House, Fish Strand, Saltmere', { font: fonts.serif, size: 11.5 })
    page.text(24, 66, 'Date:', { font: fonts.sans, size: 10 }).text(44, 66, printedDate(letter.dated), { font: fonts.typed, size: 11.5 })
    page.text(24, 74, 'Subject:', { font: fonts.sans, size: 10 }).text(44, 74, letter.subject, { font: fonts.typed, size: 11.5 })
    paragraphs(page, random, 92, random.whole(2, 4))
  }
  if (number === letter.pages)
    page
      .text(24, 262, 'Yours faithfully', { font: fonts.serif, size: 11.5 })
      .text(24, 276, letter.sender[0], { font: fonts.hand, size: 18, colour: '#22306e' })
  return page
}

/** The sheet that a clerk lays on a letter: its code names the correspondence file. */
function separatorSheet(file: string): Drawing {
  return new Drawing()
    .text(105, 60, 'Next letter', { font: fonts.serif, size: 40, weight: 700, anchor: 'middle' })
    .text(105, 78, `File ${file}. Take this sheet back to the tray.`, { size: 13, anchor: 'middle' })
    .barcode('code128', `FILE-${file}`, 55, 120, 100, 28)
    .text(105, 158, `FILE-${file}`, { font: fonts.typed, size: 14, anchor: 'middle' })
}

const separatorPlace = { x: 55 / 25.4, y: 120 / 25.4, width: 100 / 25.4, height: 28 / 25.4 }

/** Lays a separator and a letter: `printed` with the file's code, else a blank sheet, or nothing for the first. */
export function layLetter(pile: Pile, random: Random, separator: 'printed' | 'blank' | 'none', streak: Wear['streak']): void {
  const letter: Letter = {
    sender: random.pick(senders),
    subject: random.pick(subjects),
    dated: `2026-0${random.whole(3, 9)}-${random.whole(10, 28)}`,
    pages: random.whole(1, 4),
  }
  const file = `${random.pick(['HB', 'MO', 'QY'])}${random.whole(100, 999)}`
  const onSheet = () => wear(random, pile.sheetCount % 3 === 0 ? streak : null, false)
  if (separator === 'printed') {
    pile.separate({
      front: separatorSheet(file),
      back: null,
      what: 'separator sheet',
      worn: onSheet(),
      barcode: { format: 'Code128', value: `FILE-${file}`, readable: true, ...separatorPlace },
    })
  } else if (separator === 'blank') {
    pile.separate({ front: null, back: null, what: 'blank sheet', worn: onSheet() })
  }
  pile.begin('letter', { ...(separator === 'printed' ? { file } : {}), dated: letter.dated, subject: letter.subject })
  const twoSided = random.chance(0.5)
  for (let number = 1; number <= letter.pages; number += twoSided ? 2 : 1) {
    const back = twoSided && number < letter.pages ? letterPage(letter, random, number + 1) : null
    pile.lay({ front: letterPage(letter, random, number), back, what: 'letter', worn: onSheet() })
  }
}

/** Office letters of any length, two-sided paper, with blank or printed separator sheets between them. */
export function officeLetters(seed: number): Stack {
  const random = new Random(seed + 9000)
  const pile = new Pile(['front', 'back'])
  const streak = { x: random.between(40, 170), level: 168 }
  for (let number = 1; number <= letters; number++)
    layLetter(pile, random, number === 1 ? 'none' : number % 3 === 0 ? 'blank' : 'printed', streak)
  return pile.stack('office-letters', 'Office letters', seed)
}
