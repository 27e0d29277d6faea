/** One line on a terminal that shows how far the work is; nothing elsewhere. */
export class Progress {
  private readonly shown = process.stderr.isTTY

  step(what: string, done: number, of: number): void {
    if (!this.shown) return
    const width = 30
    const filled = of === 0 ? width : Math.round((width * done) / of)
    process.stderr.write(`\r\x1b[K${what} ${'█'.repeat(filled)}${'░'.repeat(width - filled)} ${done} of ${of}`)
  }

  clear(): void {
    if (this.shown) process.stderr.write('\r\x1b[K')
  }
}
