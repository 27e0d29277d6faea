/** Counts sheets or pages since the running document's start and says when the next document is due. */
export class Counter {
  private from = 0
  private due = true

  constructor(private readonly every: number) {}

  /** Moves to this position (from 0); afterwards `isDue` tells whether a new document begins here. */
  reach(position: number): void {
    while (position - this.from >= this.every) {
      this.from += this.every
      this.due = true
    }
  }

  get isDue(): boolean {
    return this.due
  }

  /** A document has started; a start by another rule makes counting begin there. */
  started(position: number): void {
    if (!this.due) this.from = position
    this.due = false
  }
}
