import type { Rubric } from '../core/rubric/rubric'
import { inShrinkingGroups } from '../core/text/groups'
import { inParallel } from '../engine/inParallel'
import { pagesAtOnce } from '../engine/ocr'
import { readBest } from '../engine/reading'
import type { Side } from './examineAll'
import type { Progress } from './progress'

/** Whether a side can be read, and was not yet. */
export const isUnread = ({ words, files, evidence }: Side): boolean => words === null && files !== null && evidence !== null

/**
 * Gives these sides their words, where they have none yet.
 * @param whenRead called with sides that were read, before the next ones are begun in their place
 */
export async function readAll(
  sides: readonly Side[],
  rubric: Rubric,
  jobs: number,
  progress: Progress,
  whenRead: (sides: readonly Side[]) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  const unread = sides.filter(isUnread)
  let done = 0
  await inParallel(
    inShrinkingGroups(unread, pagesAtOnce, jobs, side => side.evidence!.dpi),
    jobs,
    async group => {
      const read = await readBest(
        group.map(({ files, evidence }) => ({ ...files!, lone: evidence!.lone })),
        group[0]!.evidence!.dpi,
        rubric.read.languages,
      )
      for (const [at, side] of group.entries()) side.words = read[at]!
      progress.step('Reading', (done += group.length), unread.length)
      await whenRead(group)
    },
  )
}
