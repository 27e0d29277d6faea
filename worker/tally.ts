import type { Step } from '../store/queue'
import type { Done } from '../store/figures'

/** What this worker did, until it says so. */
export class Tally {
  private counts = new Map<Step, Done>()

  add(step: Step, how: 'done' | 'failed', seconds: number): void {
    const { done, failed, seconds: before } = this.counts.get(step) ?? { done: 0, failed: 0, seconds: 0 }
    this.counts.set(step, { done: done + Number(how === 'done'), failed: failed + Number(how === 'failed'), seconds: before + seconds })
  }

  /** What was counted; the next count begins at nothing. */
  take(): ReadonlyMap<Step, Done> {
    const taken = this.counts
    this.counts = new Map()
    return taken
  }
}
