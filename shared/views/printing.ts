import type { PrintChoices } from '../../core/model/printing'

/** A print job that waits for whoever sent it. */
export interface HeldPrint extends PrintChoices {
  id: number
  name: string
  state: 'held' | 'printing'
  bytes: number
  pages: number | null
  sentAt: string
  /** Why it is not printed, the last time that it was asked for. */
  trouble: string | null
}
export interface HeldPrints {
  prints: HeldPrint[]
  /** The device at which one stands, where that prints. */
  device: string | null
}
