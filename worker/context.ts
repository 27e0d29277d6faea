import type { Examiners } from '../engine/examiners'
import type { Flow } from '../flow/inBatch'
import type { Blobs } from '../store/blobs/blobs'

/** What every step works with. */
export interface Work extends Flow {
  blobs: Blobs
  examiners: Examiners
}

/** Whether this is the last time that the queue tries a job, and whether it was tried before. */
export interface Attempt {
  last: boolean
  again: boolean
}
