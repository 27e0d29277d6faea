import type { Stack } from '../paper/stack'

/** The paper in the feeder. Sheets leave it one by one as they are scanned. */
export class Feeder {
  private stack: Stack | null = null
  private nextSheet = 0

  get loaded(): boolean {
    return this.stack !== null && this.nextSheet < this.stack.sheets.length
  }

  put(stack: Stack): void {
    this.stack = stack
    this.nextSheet = 0
  }

  clear(): void {
    this.stack = null
  }

  /** Takes the top sheet; null where the feeder is empty. */
  take(): { stack: Stack, sheet: number } | null {
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
