import { insuranceNote, ownersLetter, survey, type Sheet } from './attachments'
import { Drawing, fonts } from './drawing'
import { label, labelPlace, permitForm } from './permitForm'
import { Random } from './random'
import { Pile, wear } from './pile'
import type { Stack, Wear } from './stack'
import { makePermit, type Permit } from './world'

const files = 9
/** The file whose label has another stuck half over it. */
const spoiltFile = 5
/** A blank back with a faint pencil note, and one with nothing but a page number. */
const pencilFile = 3
const numberedFile = 6

/** The form with its label; the spoilt one carries a second label, torn, over the first. */
function labelledForm(permit: Permit, random: Random, spoilt: boolean): Drawing {
  const form = permitForm(permit, random)
  const { x, y } = labelPlace
  const lean = random.between(-1.2, 1.2)
  form.place(label(permit.code), x, y, lean)
  if (spoilt) {
    const other = label(`MP26-0${random.whole(1000, 3999)}`)
    form.placeClipped(other, x - 4, y - 2.2, 3.2, 'M 0 0 H 34 l -2.5 4 l 3 5 l -3.5 4 l 2 5 l -1 4 H 0 Z')
  }
  return form
}

function fileSheets(permit: Permit, random: Random, number: number): Sheet[] {
  const sheets: Sheet[] = [{ front: labelledForm(permit, random, number === spoiltFile), back: null, what: 'permit form' }]
  if (random.chance(0.85)) sheets.push(insuranceNote(permit, random))
  if (random.chance(0.6) || number === numberedFile) sheets.push(survey(permit, random))
  if (random.chance(0.45)) sheets.push(ownersLetter(permit, random))
  if (number === numberedFile) {
    const last = sheets[sheets.length - 1]!
    last.back = new Drawing().text(105, 284, '14', { font: fonts.serif, size: 10, anchor: 'middle' })
  }
  return sheets
}

const codePlace = (() => {
  const inch = 25.4
  return { x: (labelPlace.x + 5) / inch, y: (labelPlace.y + 3) / inch, width: (labelPlace.width - 10) / inch, height: 12 / inch }
})()

function indexValues(permit: Permit): Record<string, string> {
  const { year, permit: number, hull, vessel, owner, mail, berth, zone, issued } = permit
  return { year, permit: number, hull, vessel, owner, mail, berth, zone, issued }
}

/** Lays one permit's file: the labelled form, with attachments behind it. */
export function layPermitFile(pile: Pile, permit: Permit, random: Random, number: number, streak: Wear['streak']): void {
  const spoilt = number === spoiltFile
  pile.begin('mooring-permit', indexValues(permit), spoilt)
  fileSheets(permit, random, number).forEach((sheet, at) => {
    const worn = wear(random, pile.sheetCount % 3 === 1 ? streak : null, at === 0)
    if (number === pencilFile && at === 0) worn.back.pencil = { x: 40, y: 60, text: 'rang owner, will call Thu' }
    pile.lay({
      ...sheet,
      worn,
      ...(at === 0 ? { barcode: { format: 'Code128', value: permit.code, readable: !spoilt, ...codePlace } } : {}),
    })
  })
}

/** Mooring permit files, two-sided, most backs blank. */
export function mooringPermits(seed: number): Stack {
  const random = new Random(seed)
  const pile = new Pile(['front', 'back'])
  const streak = { x: random.between(40, 170), level: 165 }
  let permitNumber = 4200
  for (let number = 1; number <= files; number++) {
    permitNumber += random.whole(2, 12)
    layPermitFile(pile, makePermit(random, permitNumber), random, number, streak)
  }
  return pile.stack('mooring-permits', 'Mooring permit files', seed)
}
