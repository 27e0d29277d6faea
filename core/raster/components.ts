import type { Bitmap } from './image'
import { connected, findRuns, type Parts, type Runs } from './simd/ink'

/** Connected ink (eight neighbours): bounding boxes and pixel counts, and the runs that belong to each. */
export interface Components extends Parts {
  runs: Runs
}

/** Finds connected ink by joining the runs of neighbouring rows. */
export function findComponents(image: Bitmap): Components {
  const runs = findRuns(image)
  return { ...connected(runs), runs }
}
