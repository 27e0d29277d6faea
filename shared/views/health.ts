/** How a copy runs, for the steward who keeps it. */
export interface HealthView {
  steps: { step: string; done: number; failed: number; seconds: number }[]
  jobs: { step: string; waiting: number; active: number; oldest: number }[]
  batches: { state: string; count: number }[]
  slips: { destination: string; waiting: number; failed: number }[]
  workers: number
  connections: { used: number; most: number }
  databaseBytes: number
  /** Where pictures are kept; null where that is not told. */
  freeBytes: number | null
}
