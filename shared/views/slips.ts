export type SlipState = 'waiting' | 'delivered' | 'failed'
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
