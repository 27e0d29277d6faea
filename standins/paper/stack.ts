import type { Drawing } from './drawing'
import type { Truth } from './truth'

/** What scanning does to one side. */
export interface Wear {
  /** Degrees, clockwise positive, as the feeder took the sheet. */
  skewDeg: number
  specks: number
  holes: boolean
  staple: boolean
  /** The feeder's streak: millimetres from the left and grey level; belongs to the device, not the sheet. */
  streak: { x: number; level: number } | null
  /** Share of the other side's darkness that comes through. */
  seeThrough: number
  /** Paper's colour. */
  paper: [number, number, number]
  /** A pencil note at this place, in millimetres. */
  pencil: { x: number; y: number; text: string } | null
  seed: number
}

/** One side of a sheet of paper; without a drawing it is blank. */
export interface Side {
  drawing: Drawing | null
  wear: Wear
}

/** A stack of paper: sheets with two sides each, and what is true of it. */
export interface Stack {
  id: string
  title: string
  seed: number
  sheets: { front: Side; back: Side }[]
  truth: Truth
}
