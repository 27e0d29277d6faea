import type { TrailLine } from '~~/shared/views/trail'
import { counted } from './count'

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
  'let values go': 'let go of values that are black now',
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
  'date back': 'dated it back, for the demo',
}
export const trailWords = ({ what }: Pick<TrailLine, 'what'>): string => doneWords[what] ?? what

/** Who did it. */
export const trailWho = ({ actor, person }: Pick<TrailLine, 'actor' | 'person'>): string =>
  actor === 'nobody' ? 'Somebody' : actor === 'worker' ? 'The machine' : actor === 'token' ? `A program for ${person}` : (person ?? '')

const mostLetters = 240
/** What a change of the set-up is about, beside what it changed. */
const about = ['does', 'path', 'of']

/** A change of the set-up: what it is called, and of each part what it was and what it became. */
function settingDetail(old: Record<string, unknown> | null, now: Record<string, unknown>): string {
  const keys = [...new Set([...Object.keys(old ?? {}), ...Object.keys(now)])].filter(key => !about.includes(key))
  const changes = keys.map(key => {
    const [before, after] = [said(old?.[key]), said(now[key])]
    return `${key}: ${old === null ? after : `${before || 'nothing'} → ${after || 'nothing'}`}`
  })
  return [now.of ?? now.does, ...changes].filter(Boolean).join('; ')
}

const said = (value: unknown): string =>
  value === null || value === undefined
    ? ''
    : typeof value === 'string'
      ? value
      : typeof value === 'boolean'
        ? value
          ? 'yes'
          : 'no'
        : JSON.stringify(value)
            .replaceAll('":', '": ')
            .replace(/[{}"[\]]/g, '')
            .replaceAll(',', ', ')

/** Old and new in short. */
export function trailDetail({ what, old, new: now }: Pick<TrailLine, 'what' | 'old' | 'new'>): string {
  // Digests say nothing to people.
  if (what === 'let values go' && isObject(now) && Array.isArray(now.values)) return counted(now.values.length, 'value')
  const words =
    what === 'set up' && isObject(now) ? settingDetail(isObject(old) ? old : null, now) : [said(old), said(now)].filter(Boolean).join(' → ')
  return words.length > mostLetters ? `${words.slice(0, mostLetters)}…` : words
}

const isObject = (value: unknown): value is Record<string, unknown> => value !== null && typeof value === 'object' && !Array.isArray(value)
