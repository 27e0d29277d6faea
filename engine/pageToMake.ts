import type { Word } from '../core/model/evidence'

/**
 * One page of a document to be made: its image file, the words on it, the sheet whose side it is, and the PDF page that
 * it was born as, where it never was paper.
 */
export interface PageToMake {
  file: string
  mono: boolean
  widthPx: number
  heightPx: number
  dpi: number
  /** Of many pages at once they take much memory: they may be unpacked anew for whoever asks. */
  readonly words: readonly Word[]
  sheet?: number
  side?: 'front' | 'back'
  born?: { file: string; page: number }
}
