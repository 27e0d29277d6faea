import type { Stack } from '../paper/stack'

/** What can go wrong with paper on its way; two sheets at once are noticed by a sensor. */
export const faults = ['jam', 'double-feed', 'cover-open'] as const
export type Fault = (typeof faults)[number]

/** The paper in the feeder. Sheets leave it one by one as they are scanned. */
export class Feeder {
  private stack: Stack | null = null
  private nextSheet = 0
  /** What happens after so many more sheets; null where nothing does. */
  private planned: { fault: Fault; after: number } | null = null
  fault: Fault | null = null

  get loaded(): boolean {
    return this.stack !== null && this.nextSheet < this.stack.sheets.length
  }

  put(stack: Stack, from = 1): void {
    this.stack = stack
    this.nextSheet = from - 1
    this.fault = null
    this.planned = null
  }

  /** Lets something go wrong after so many sheets have gone through. */
  plan(fault: Fault, after: number): void {
    this.planned = { fault, after }
  }

  openCover(): void {
    this.fault = 'cover-open'
  }

  /** Someone puts it right: takes the sheet out and lays it back on top, closes the cover. */
  free(): void {
    this.fault = null
  }

  clear(): void {
    this.stack = null
  }

  /** Takes the top sheet; null where the feeder is empty or something is wrong. */
  take(): { stack: Stack; sheet: number } | null {
    if (this.loaded && this.planned && this.planned.after-- === 0) {
      this.fault = this.planned.fault
      this.planned = null
    }
    if (this.fault) return null
    return this.stack && this.loaded ? { stack: this.stack, sheet: this.nextSheet++ } : null
  }

  get state(): { title: string; seed: number; sheets: number; left: number } | null {
    if (!this.stack) return null
    const { title, seed, sheets } = this.stack
    return { title, seed, sheets: sheets.length, left: sheets.length - this.nextSheet }
  }

  /** The sheet on top, for a look at it. */
  get top(): { stack: Stack; sheet: number } | null {
    return this.stack && this.loaded ? { stack: this.stack, sheet: this.nextSheet } : null
  }
}
