import { z } from 'zod'

/** What keeps a feeder from working. */
export const FeederFault = z.enum(['jam', 'double-feed', 'cover-open'])
export type FeederFault = z.infer<typeof FeederFault>

/** What happened at a feeder, and what a person does about it. */
export function faultWords(fault: FeederFault, device: string): string {
  switch (fault) {
    case 'jam':
      return `A sheet is stuck in ${device}. Open its cover, take the sheet out and lay it back on top.`
    case 'double-feed':
      return `${device} drew two sheets at once. Take both out, part them and lay them back on top.`
    case 'cover-open':
      return `The cover of ${device} is open. Close it; a sheet that was under way goes back on top.`
  }
}
