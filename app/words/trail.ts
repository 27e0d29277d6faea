import type { TrailLine } from '~~/shared/views/trail'

/** What a line of the trail says was done; what has no words of its own stands as it is kept. */
const doneWords: Record<string, string> = {
  'sign in': 'signed in',
  'sign out': 'signed out',
  'sign in failed': 'could not sign in',
  'set up': 'changed the set-up',
  start: 'began the batch',
  file: 'handed a file in',
  'complete once in': 'said that all files are in',
  arrange: 'sorted its pages',
  examine: 'had pages examined again',
  settle: 'moved it on',
  finish: 'was through with it',
  hold: 'held it',
  resume: 'had it tried again',
  abandon: 'gave it up',
  reopen: 'took more paper',
  extend: 'took paper for a page or document',
  amend: 'opened a finished document',
  'open document': 'opened a document again',
  'look up': 'looked it up',
  'new version': 'moved it to the newest version',
  complete: 'said that its paper is complete',
  correct: 'corrected the ribbon',
  undo: 'took a correction back',
  redo: 'made a correction again',
  enter: 'entered values',
  confirm: 'confirmed values',
  'printing key': 'made a printing key',
  'put words right': 'put right what was read',
  'look at original': 'looked at what is black',
  'remove originals': 'let originals go',
  'let bytes go': 'let bytes go, as the rubric says',
  'keep whole': 'had it kept whole',
  'find right': 'found it right',
  'find wrong': 'sent it back',
  'pass unchecked': 'let it pass unchecked',
  draw: 'drew documents to be checked',
  build: 'made its files',
  deliver: 'delivered it',
  'deliver failed': 'could not deliver it',
  'no longer held': 'found it gone from where it was delivered',
  'send again': 'had it sent once more',
  'deliver again': 'had it sent again',
  download: 'downloaded a file',
  view: 'opened a file',
  'hand over': 'handed it over',
  'take over': 'took it over',
}
export const trailWords = ({ what }: Pick<TrailLine, 'what'>): string => doneWords[what] ?? what

/** Who did it. */
export const trailWho = ({ actor, person }: Pick<TrailLine, 'actor' | 'person'>): string =>
  actor === 'nobody' ? 'Somebody' : actor === 'worker' ? 'The machine' : actor === 'token' ? `A program for ${person}` : (person ?? '')

const mostLetters = 240
/** Old and new in short. */
export function trailDetail({ old, new: now }: Pick<TrailLine, 'old' | 'new'>): string {
  const said = (value: unknown) => (value === null ? '' : typeof value === 'string' ? value : JSON.stringify(value).replace(/[{}"]/g, ''))
  const words = [said(old), said(now)].filter(Boolean).join(' → ')
  return words.length > mostLetters ? `${words.slice(0, mostLetters)}…` : words
}
