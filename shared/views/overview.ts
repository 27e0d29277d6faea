import type { FaultKind } from '../../core/model/verdict'

/** What one person may see of the office's work, in figures. */
export interface Overview {
  /** Batches that wait, by rubric and stage, with the oldest of them. */
  waiting: { rubric: string; state: string; batches: number; since: string }[]
  /** Of each of the last days: what came in, what was filed, and what did not arrive. */
  days: { day: string; sides: number; documents: number; filed: number; corrections: number }[]
  /** Of the documents that were filed in these days, by rubric: how many needed no hand at their values. */
  untouched: { rubric: string; documents: number; untouched: number }[]
  /** Fields that people put right most often, of so many documents of that type. */
  changed: { rubric: string; type: string; field: string; documents: number; changed: number }[]
  /** Deliveries of these days by destination. */
  deliveries: { destination: string; id: string; delivered: number; waiting: number; failed: number }[]
  /** Verdicts of these days. */
  checked: { day: string; documents: number; faulty: number }[]
  /** What was found wrong, by where it lies; `documents` is how many of the rubric were looked at. No device where it came as files. */
  faults: {
    rubric: string
    type: string | null
    kind: FaultKind
    field: string | null
    device: string | null
    faults: number
    documents: number
  }[]
  /** Hours for which batches that went on stood in a stage: the middle one, and what nine of ten took at most. */
  stages: { rubric: string; stage: string; batches: number; middle: number; most: number }[]
  /** Stacks scanned at each device, on how many of them it had trouble, and what it said last of that. */
  devices: { device: string; id: string; loads: number; faults: number; last: string | null }[]
  /** Pages on which a rubric's rules saw a code, and how many of them were read. */
  codes: { rubric: string; pages: number; read: number }[]
  /** What pages weigh, by how they are kept. */
  storage: { colour: string; pages: number; bytes: number }[]
}
