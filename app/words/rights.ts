import type { Act } from '~~/core/model/rights'

/** What a right lets somebody do. */
export const actWords: Record<Act, string> = {
  scan: 'scan',
  fix: 'fix pages',
  index: 'enter values',
  check: 'check',
  see: 'see what was filed',
  original: 'see what was blacked out',
}
