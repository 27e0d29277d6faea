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
  /** When the other side said last that it still has it. */
  held_at: string | null
  /** It goes once its whole batch is made. */
  waits_for_batch: boolean
  /** When it goes, where that is still to come. */
  not_before: string | null
  edition: number
  /** Who confirmed the document, or owns its batch. */
  person: string | null
  sha256: string | null
  bytes: number | null
}
/** A slip as it is printed: with everything that it is a proof of. */
export interface SlipPage extends SlipRow {
  office: string
  rubric: string
  type: string
  folder: string
  files: { name: string; bytes: number; sha256: string; mediaType: string }[]
  values: { label: string; value: string }[]
}
/** By what a list of slips can be narrowed. */
export interface SlipChoices {
  destinations: { id: string; name: string }[]
  people: { id: string; name: string }[]
}
/** What arrived and failed at a destination in an hour, as 2026-03-31 14:00. */
export interface SlipHour {
  destination: string
  hour: string
  delivered: number
  failed: number
}
