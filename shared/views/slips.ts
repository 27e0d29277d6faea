export type SlipState = 'waiting' | 'delivered' | 'failed'
/** A destination at which deliveries do not arrive. */
export interface TroubledDestination {
  destination: string
  name: string
  /** Deliveries that a person must send again, and those that go on by themselves. */
  failed: number
  waiting: number
  trouble: string
  /** Since when nothing arrives there; null where it takes others. */
  since: string | null
}
export interface SlipRow {
  id: number
  document: number
  batch: number
  batch_name: string
  title: string
  destination: string
  state: SlipState
  place: string | null
  answer: string | null
  trouble: string | null
  attempts: number
  created_at: string
  delivered_at: string | null
  sha256: string | null
  bytes: number | null
}
