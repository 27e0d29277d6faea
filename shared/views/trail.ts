/** One line of the trail: who did what to which thing. */
export interface TrailLine {
  id: number
  at: string
  actor: 'person' | 'token' | 'worker' | 'nobody'
  person: string | null
  what: string
  batch: number | null
  batchName: string | null
  document: number | null
  /** From where. */
  address: string | null
  old: unknown
  new: unknown
  /** Its place in the chain; null for the moment until it has one. */
  seq: number | null
}
