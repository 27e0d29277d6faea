import type { Drawing } from './drawing'
import type { Random } from './random'
import type { Side, Stack, Wear } from './stack'
import type { TrueDocument, TrueSide } from './truth'

const papers: Wear['paper'][] = [
  [250, 249, 246],
  [246, 244, 238],
  [238, 236, 233],
  [245, 238, 218],
]

/** What using and scanning did to both sides of a sheet. */
export function wear(random: Random, streak: Wear['streak'], stapled: boolean): { front: Wear; back: Wear } {
  const paper = random.pick(papers)
  const skewDeg = Math.round(random.between(-2, 2) * 100) / 100
  const common = {
    holes: random.chance(0.6),
    staple: stapled && random.chance(0.8),
    streak,
    seeThrough: random.between(0.04, 0.1),
    paper,
    pencil: null,
  }
  const one = (skew: number): Wear => ({ ...common, skewDeg: skew, specks: random.whole(2, 26), seed: random.whole(1, 1e9) })
  // The other side leans the other way when the sheet lies askew.
  return { front: one(skewDeg), back: one(-skewDeg) }
}

type Barcode = NonNullable<TrueSide['barcode']>

/** A sheet to lay on the pile. */
export interface PileSheet {
  front: Drawing | null
  back: Drawing | null
  what: string
  worn: { front: Wear; back: Wear }
  /** On the front. */
  barcode?: Barcode
}

/** A stack in the making, with the truth about it written down sheet by sheet. */
export class Pile {
  private readonly sheets: Stack['sheets'] = []
  private readonly sides: TrueSide[] = []
  private readonly documents: TrueDocument[] = []

  constructor(private readonly faces: readonly ('front' | 'back')[]) {}

  get sheetCount(): number {
    return this.sheets.length
  }

  /** Begins a document; the sheets laid from now on belong to it. */
  begin(type: string, fields: Record<string, string>, undecidable = false): void {
    this.documents.push({ document: this.documents.length + 1, type, sides: [], undecidable, fields })
  }

  /** A sheet of the running document. */
  lay(sheet: PileSheet): void {
    const document = this.documents.at(-1)!
    this.put(sheet, blank => {
      if (!blank) document.sides.push(this.sides.length + 1)
      return { fate: blank ? 'blank' : document.undecidable ? 'held' : 'kept', document: blank ? null : document.document }
    })
  }

  /** A blank or printed sheet that only separates. */
  separate(sheet: PileSheet): void {
    const blankSheet = !sheet.front && !sheet.back
    this.put(sheet, blank => ({ fate: blank && !blankSheet ? 'blank' : 'separator', document: null }))
  }

  private put({ front, back, what, worn, barcode }: PileSheet, decide: (blank: boolean) => Pick<TrueSide, 'fate' | 'document'>): void {
    const pair: { front: Side; back: Side } = { front: { drawing: front, wear: worn.front }, back: { drawing: back, wear: worn.back } }
    this.sheets.push(pair)
    for (const side of this.faces) {
      const {
        drawing,
        wear: { pencil, skewDeg },
      } = pair[side]
      const blank = !drawing && !pencil
      this.sides.push({
        sheet: this.sheets.length,
        side,
        what: side === 'front' ? what : `back of ${what}`,
        blank,
        text: [...(drawing?.texts ?? []), ...(pencil ? [pencil.text] : [])],
        skewDeg,
        barcode: side === 'front' ? (barcode ?? null) : null,
        ...decide(blank),
      })
    }
  }

  stack(id: string, title: string, seed: number): Stack {
    return { id, title, seed, sheets: this.sheets, truth: { version: 1, stack: id, seed, sides: this.sides, documents: this.documents } }
  }
}
