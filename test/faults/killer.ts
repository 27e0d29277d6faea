import { setTimeout as pause } from 'node:timers/promises'
import type { Product } from '../../run/product'
import type { Random } from '../../standins/paper/random'

const victims = ['worker-1', 'worker-2', 'web', 'database']

/** Kills a running copy's processes with SIGKILL, one at a time, at random. */
export class Killer {
  killed = 0
  private readonly count = new Map<string, number>()
  private stopped = false

  /** @param struck is told whom it was */
  constructor(
    private readonly product: Product,
    private readonly random: Random,
    readonly kills: number,
    private readonly struck: (victim: string) => void = () => undefined,
  ) {}

  /** Until it has killed so often, or is stopped; with so many milliseconds between. */
  async run(least: number, most: number): Promise<void> {
    for (;;) {
      await pause(this.random.between(least, most))
      if (this.stopped || this.killed >= this.kills) return
      await this.killOne()
    }
  }

  stop(): void {
    this.stopped = true
  }

  /** How often whom, in words. */
  get words(): string {
    return `${this.killed} kills (${[...this.count].map(([name, times]) => `${name} ${times}`).join(', ')})`
  }

  private async killOne(): Promise<void> {
    const running = await this.product.processes()
    const name = this.random.pick(victims)
    const victim = running.find(one => one.name === name)
    if (!victim) return
    try {
      process.kill(victim.pid, 'SIGKILL')
    } catch {
      return
    }
    this.killed++
    this.count.set(name, (this.count.get(name) ?? 0) + 1)
    this.struck(name)
  }
}
