import type { Redaction } from '~~/core/model/evidence'
import { counted } from './count'

/** What said that a place is black. */
export const blackenedBy: Record<Redaction['by'], string> = {
  highlighter: 'Marked with a highlighter',
  pattern: 'Fits a pattern of the rubric',
  person: 'A person’s box',
}

/** A link to what is black on a page; to where it can be blackened, where nothing is. */
export const blackWords = (places: number) =>
  places ? `${counted(places, 'place')} ${places === 1 ? 'is' : 'are'} black: look` : 'Black something out…'
