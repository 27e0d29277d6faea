import type { Habits } from '../../core/model/office'

export type Role = 'clerk' | 'checker' | 'steward'
export interface Person {
  id: string
  name: string
  roles: Role[]
  /** At a panel: sees their own work only, whatever else they may do at a desk. */
  atPanel?: true
  /** A provider let them in, which asks for a second factor itself. */
  vouched?: true
}
/** Who is signed in, and what their screens need to know of the office. */
export interface SignedIn extends Person {
  timeZone: string
  habits: Habits
  /** Whether they show a second factor; `missing` where the office asks for one. */
  secondFactor: 'shown' | 'missing' | 'none'
}

/** A person as a steward sees them. */
export interface PersonView extends Person {
  mail: string | null
  /** Whether they may come in. */
  active: boolean
  hasPassword: boolean
  hasPin: boolean
  hasBadge: boolean
  hasSecondFactor: boolean
  /** When they were last here. */
  seenAt: string | null
}

export interface GroupView {
  id: string
  name: string
  /** Who belongs to it, by identity. */
  people: string[]
  /** Rubrics that say what it may do. */
  rubrics: string[]
}

/** A link to set a password by: mailed, or else shown this once. */
export interface PasswordLinkView {
  mailed: string | null
  link: string | null
}

/** Where somebody is signed in: at a panel, or at a desk (null). */
export interface SessionView {
  id: string
  person: string
  panel: string | null
  address: string
  madeAt: string
  seenAt: string
  /** The one that asks. */
  own: boolean
}

/** What a program may do with its token: hand in, look, enter values, set up, send print jobs. */
export const scopes = ['capture', 'read', 'index', 'manage', 'print'] as const
export type Scope = (typeof scopes)[number]
export interface TokenView {
  id: string
  name: string
  person: string
  scopes: Scope[]
  madeAt: string
  endedAt: string | null
}
export interface AddressView {
  id: number
  name: string
  mail: string
}
