import type { Checkable } from '../../rubric/field'
import type { Written } from '../../model/ledger'

/** How people enter a value: a line, several lines, one of a list, several of it, an address with a look-up, rows. */
export type Control = 'line' | 'lines' | 'list' | 'boxes' | 'address' | 'rows'

/** One kind of index field: what it takes, how it is kept, shown, compared and explained, and which control enters it. */
export interface Kind {
  name: Checkable['kind']
  control: Control
  /** Which keys a screen shows for it: those of a text, of numbers, of dates, of addresses. */
  keys: 'text' | 'number' | 'date' | 'email'
  /** Whether only digits can stand in it, so that a letter that looks like one was misread. */
  digits: boolean
  /** What a list offers. */
  choices: (field: Checkable) => readonly string[]
  /** The kept form of what was read or typed in one of these languages, without blanks around it; null where it is none. */
  keep: (field: Checkable, text: string, languages: readonly string[]) => string | null
  /** What it takes, in words: "a date as dd/MM/yyyy". */
  expects: (field: Checkable) => string
  /** A kept value as people read and type it. */
  show: (field: Checkable, kept: string) => string
  /** A kept value as ledgers and data files write it. */
  write: (kept: string) => Written
  /** The order of two kept values: below 0 where the first comes first. */
  compare: (one: string, other: string) => number
  /** Whether two kept values say the same. */
  same: (one: string, other: string) => boolean
}

/** A kind; what is left out is as for a text. */
export function defineKind(kind: Pick<Kind, 'name' | 'keep' | 'expects'> & Partial<Kind>): Kind {
  return {
    control: 'line',
    keys: 'text',
    digits: false,
    choices: () => [],
    show: (_, kept) => kept,
    write: kept => kept,
    compare: (one, other) => one.localeCompare(other, 'en', { numeric: true }),
    same: (one, other) => one === other,
    ...kind,
  }
}
