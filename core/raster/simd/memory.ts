/** Bytes that are worked on at once: what fits near the processor. */
const bandBytes = 1 << 18

/** Rows of so many bytes that are worked on at once. */
export const rowsAtOnce = (rowBytes: number, least = 1): number => Math.max(least, Math.floor(bandBytes / Math.max(1, rowBytes)))

/** A page of one byte a pixel. */
export interface Page {
  width: number
  height: number
  data: Uint8Array
}

/** A page's rows in the passes' memory, a band of them at a time. */
export class Band {
  private first = 0
  private end = 0

  /** @param place where there is room for so many rows */
  constructor(
    private readonly page: Page,
    private readonly memory: Uint8Array,
    private readonly place: number,
    private readonly rows: number,
  ) {}

  /** Where a row lies, with so many rows above it and below it. */
  row(y: number, reach: number): number {
    const { width, height, data } = this.page
    if (y - reach < this.first || y + reach >= this.end) {
      this.first = Math.max(0, y - reach)
      this.end = Math.min(height, this.first + this.rows)
      this.memory.set(data.subarray(this.first * width, this.end * width), this.place)
    }
    return this.place + (y - this.first) * width
  }
}

/** Whole numbers or levels that a pass left in the memory, copied out of it. */
export const numbersAt = (memory: Uint8Array, place: number, count: number) =>
  new Uint32Array(memory.slice(place, place + 4 * count).buffer)
export const wholesAt = (memory: Uint8Array, place: number, count: number) => new Int32Array(memory.slice(place, place + 4 * count).buffer)
export const levelsAt = (memory: Uint8Array, place: number, count: number) =>
  new Float32Array(memory.slice(place, place + 4 * count).buffer)

/** Puts numbers of four bytes into the memory. */
export function put(memory: Uint8Array, place: number, numbers: Float32Array | Int32Array): void {
  memory.set(new Uint8Array(numbers.buffer, numbers.byteOffset, numbers.byteLength), place)
}
