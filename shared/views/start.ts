import type { Choices } from '../../core/model/choices'
import type { Field } from '../../core/model/field'
import type { Changeable, Rubric } from '../../core/model/rubric'

/** A destination that a rubric leaves open until somebody scans. */
export interface OpenSend {
  to: string
  name: string
  asks: 'folder' | 'people'
}
/** What starting a batch with a rubric asks, and how it would be scanned. */
export interface StartForm {
  id: string
  name: string
  rubric: Rubric
  /** Names of destinations, by id. */
  destinations: Record<string, string>
  source: 'feeder' | 'glass'
  card: boolean
  fields: Field[]
  /** Fields that a business record fills from what was typed: by field, what they are looked up with. */
  lookedUp: boolean
  sends: OpenSend[]
  mayChange: Changeable[]
  /** As the rubric says, with what this person chose the last time. */
  settings: Required<Omit<Choices, 'name' | 'protect' | 'format'>> & { format: string | null }
  changed: Choices
  /** What pages of this rubric have weighed, on average. */
  weights: PageWeight[]
  fileWeights: FileWeight[]
}
/** What a page of one kind of file has weighed, of documents in one colour. */
export interface FileWeight {
  mediaType: string
  colour: PageWeight['colour']
  bytes: number
}
export interface PageWeight {
  colour: 'mono' | 'grey' | 'colour'
  dpi: number
  bytes: number
  pages: number
}
