import type { Examiners } from '../engine/examiners'
import type { Blobs } from '../store/blobs'
import type { Sql } from '../store/database'
import type { Queue } from '../store/queue'

/** What every step works with. */
export interface Work { sql: Sql, queue: Queue, blobs: Blobs, examiners: Examiners }

/** Whether this is the last time that the queue tries a job, and whether it was tried before. */
export interface Attempt { last: boolean, again: boolean }
