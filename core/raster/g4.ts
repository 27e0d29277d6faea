import { codes, longRuns, shortRuns } from './g4Codes'
import type { Bitmap } from './image'
import { group4 } from './simd/group4'

// ITU-T T.6, table 1; vertical modes from 3 to the left to 3 to the right.
const vertical = codes('0000010 000010 010 1 011 000011 0000011')
const words = Int32Array.from([vertical, ...shortRuns, ...longRuns].flat())

/**
 * A page as CCITT Group 4 data (ITU-T T.6) in one piece, ink black: what a TIFF strip or a PDF image stream holds.
 */
export const encodeGroup4 = (page: Bitmap): Uint8Array => group4(page, words)
