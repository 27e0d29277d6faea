/** A seeded source of chance (mulberry32): the same seed gives the same stack. */
export class Random {
  private state: number

  constructor(seed: number) {
    this.state = seed >>> 0
  }

  /** 0 up to but not including 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0
    let mixed = this.state
    mixed = Math.imul(mixed ^ (mixed >>> 15), mixed | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }

  between(low: number, high: number): number {
    return low + this.next() * (high - low)
  }

  /** A whole number, both ends included. */
  whole(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1))
  }

  pick<T>(items: readonly T[]): T {
    return items[Math.floor(this.next() * items.length)]!
  }

  chance(share: number): boolean {
    return this.next() < share
  }
}
