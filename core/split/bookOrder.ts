import type { Rubric } from '../rubric/rubric'

/**
 * The halves of an opened book in reading order; null where the rubric takes none apart. A side that is not wider
 * than high is one page.
 */
export function bookOrder({ clean: { spread } }: Rubric): readonly ['left', 'right'] | readonly ['right', 'left'] | null {
  return spread === 'none' ? null : spread === 'left-to-right' ? ['left', 'right'] : ['right', 'left']
}
