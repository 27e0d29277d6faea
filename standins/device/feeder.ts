import type { Stack } from '../paper/stack'

/** The paper in the feeder. Sheets leave it one by one as they are scanned. */
export class Feeder {
  private stack: Stack | null = null
  private nextSheet = 0
  /** Sheets that still go through before one sticks; null where none does. */
  private jamAfter: number | null = null
  jammed = false

  get loaded(): boolean {
    return this.stack !== null && this.nextSheet < this.stack.sheets.length
  }

  put(stack: Stack, from = 1): void {
    this.stack = stack
    this.nextSheet = from - 1
    this.jammed = false
    this.jamAfter = null
  }

  /** Lets a sheet stick after so many have gone through. */
  jam(after: number): void {
    this.jamAfter = after
  }

  /** Someone takes out the sheet that sticks and lays it back on top. */
  freeJam(): void {
    this.jammed = false
  }

  clear(): void {
    this.stack = null
  }

  /** Takes the top sheet; null where the feeder is empty. */
  take(): { stack: Stack, sheet: number } | null {
    if (this.loaded && this.jamAfter !== null && this.jamAfter-- === 0) {
      this.jamAfter = null
      this.jammed = true
    }
    if (this.jammed) return null
    return this.stack && this.loaded ? { stack: this.stack, sheet: this.nextSheet++ } : null
  }

  get state(): { title: string, seed: number, sheets: number, left: number } | null {
    if (!this.stack) return null
    const { title, seed, sheets } = this.stack
    return { title, seed, sheets: sheets.length, left: sheets.length - this.nextSheet }
  }

  /** The sheet on top, for a look at it. */
  get top(): { stack: Stack, sheet: number } | null {
    return this.stack && this.loaded ? { stack: this.stack, sheet: this.nextSheet } : null
  }
}
