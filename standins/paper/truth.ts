/** What is true of one side; lengths are inches from the top-left of the upright page. */
export interface TrueSide {
  sheet: number
  side: 'front' | 'back'
  what: string
  blank: boolean
  text: string[]
  skewDeg: number
  barcode: { format: string; value: string; readable: boolean; x: number; y: number; width: number; height: number } | null
  /** What becomes of the side without a person's help. */
  fate: 'kept' | 'blank' | 'held' | 'separator'
  /** The document that it belongs to once a person has helped; null where it belongs to none. */
  document: number | null
}

export interface TrueDocument {
  document: number
  type: string
  /** Places of its sides in the stack, from 1. */
  sides: number[]
  /** Its first page's code cannot be read: a person must say what it is. */
  undecidable: boolean
  fields: Record<string, string>
}

/** The truth about a stack, written beside it for the tests. */
export interface Truth {
  version: 1
  stack: string
  seed: number
  sides: TrueSide[]
  documents: TrueDocument[]
}
