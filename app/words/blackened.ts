import type { Redaction } from '~~/core/model/evidence'

/** What said that a place is black. */
export const blackenedBy: Record<Redaction['by'], string> = {
  highlighter: 'Marked with a highlighter',
  pattern: 'Fits a pattern of the rubric',
  person: 'A person’s box',
}
