import { log, said } from '../log/log'

/** What a process does again and again beside its jobs. A chore that is still at it is not begun a second time. */
export class Chores {
  private readonly timers: NodeJS.Timeout[] = []

  every(seconds: number, what: string, chore: () => Promise<unknown>): void {
    let running = false
    const once = () => {
      if (running) return
      running = true
      chore()
        .catch((error: unknown) => log.error(said(error), what))
        .finally(() => (running = false))
    }
    this.timers.push(setInterval(once, seconds * 1000))
  }

  stop(): void {
    for (const timer of this.timers) clearInterval(timer)
  }
}
