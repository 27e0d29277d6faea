import type { Field } from '../../model/rubric'

/** How people enter a value: a line, one of a list, or an address with a look-up in the address book. */
export type Control = 'line' | 'list' | 'address'

/** One kind of index field: what it takes, how it is kept, shown, compared and explained, and which control enters it. */
export interface Kind {
  name: Field['kind']
  control: Control
  /** Which keys a screen shows for it: those of a text, of numbers, of dates, of addresses. */
  keys: 'text' | 'number' | 'date' | 'email'
  /** What a list offers. */
  choices: (field: Field) => readonly string[]
  /** The kept form of what was read or typed in one of these languages, without blanks around it; null where it is none. */
  keep: (field: Field, text: string, languages: readonly string[]) => string | null
  /** What it takes, in words: "a date as dd/MM/yyyy". */
  expects: (field: Field) => string
  /** A kept value as people read and type it. */
  show: (field: Field, kept: string) => string
  /** The order of two kept values: below 0 where the first comes first. */
  compare: (one: string, other: string) => number
}

/** A kind; what is left out is as for a text. */
export function defineKind(kind: Pick<Kind, 'name' | 'keep' | 'expects'> & Partial<Kind>): Kind {
  return {
    control: 'line',
    keys: 'text',
    choices: () => [],
    show: (_, kept) => kept,
    compare: (one, other) => one.localeCompare(other, 'en', { numeric: true }),
    ...kind,
  }
}
