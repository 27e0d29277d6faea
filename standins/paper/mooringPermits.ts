import { insuranceNote, ownersLetter, survey, type Sheet } from './attachments'
import { Drawing, fonts } from './drawing'
import { label, labelPlace, permitForm } from './permitForm'
import { Random } from './random'
import type { Side, Stack, Wear } from './stack'
import type { TrueDocument, TrueSide } from './truth'
import { makePermit, type Permit } from './world'

const files = 9
/** The file whose label has another stuck half over it. */
const spoiltFile = 5
/** A blank back with a faint pencil note, and one with nothing but a page number. */
const pencilFile = 3
const numberedFile = 6

const papers: Wear['paper'][] = [[250, 249, 246], [246, 244, 238], [238, 236, 233], [245, 238, 218]]

function wear(random: Random, streak: Wear['streak'], stapled: boolean): { front: Wear, back: Wear } {
  const paper = random.pick(papers)
  const skewDeg = Math.round(random.between(-2, 2) * 100) / 100
  const common = { holes: random.chance(0.6), staple: stapled && random.chance(0.8), streak, seeThrough: random.between(0.04, 0.1), paper, pencil: null }
  const one = (skew: number): Wear => ({ ...common, skewDeg: skew, specks: random.whole(2, 26), seed: random.whole(1, 1e9) })
  // The other side leans the other way when the sheet lies askew.
  return { front: one(skewDeg), back: one(-skewDeg) }
}

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

/** Mooring permit files: a labelled form each, with attachments behind it, two-sided, most backs blank. */
export function mooringPermits(seed: number): Stack {
  const random = new Random(seed)
  const sheets: Stack['sheets'] = []
  const sides: TrueSide[] = []
  const documents: TrueDocument[] = []
  const streak = { x: random.between(40, 170), level: 165 }

  let permitNumber = 4200
  for (let number = 1; number <= files; number++) {
    permitNumber += random.whole(2, 12)
    const permit = makePermit(random, permitNumber)
    const spoilt = number === spoiltFile
    const document: TrueDocument = { document: number, type: 'mooring-permit', sides: [], undecidable: spoilt, fields: indexValues(permit) }
    fileSheets(permit, random, number).forEach((sheet, at) => {
      const worn = wear(random, sheets.length % 3 === 1 ? streak : null, at === 0)
      if (number === pencilFile && at === 0) worn.back.pencil = { x: 40, y: 60, text: 'rang owner, will call Thu' }
      const pair: { front: Side, back: Side } = { front: { drawing: sheet.front, wear: worn.front }, back: { drawing: sheet.back, wear: worn.back } }
      sheets.push(pair)
      for (const side of ['front', 'back'] as const) {
        const { drawing, wear: { pencil, skewDeg } } = pair[side]
        const blank = !drawing && !pencil
        const coded = at === 0 && side === 'front'
        if (!blank) document.sides.push(sides.length + 1)
        sides.push({
          sheet: sheets.length, side, what: side === 'front' ? sheet.what : `back of ${sheet.what}`, blank,
          text: [...drawing?.texts ?? [], ...pencil ? [pencil.text] : []],
          skewDeg,
          barcode: coded ? { format: 'Code128', value: permit.code, readable: !spoilt, ...codePlace } : null,
          fate: blank ? 'blank' : spoilt ? 'held' : 'kept',
          document: blank ? null : number,
        })
      }
    })
    documents.push(document)
  }
  return { id: 'mooring-permits', title: 'Mooring permit files', seed, sheets, truth: { version: 1, stack: 'mooring-permits', seed, sides, documents } }
}
