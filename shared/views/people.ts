import { z } from 'zod'
import { Habits } from '../../core/model/office'

export const Role = z.enum(['clerk', 'checker', 'steward'])
export type Role = z.infer<typeof Role>

export const Person = z.strictObject({
  id: z.string(),
  name: z.string(),
  roles: z.array(Role),
  /** At a panel: sees their own work only, whatever else they may do at a desk. */
  atPanel: z.literal(true).optional(),
  /** A provider let them in, which asks for a second factor itself. */
  vouched: z.literal(true).optional(),
})
export type Person = z.infer<typeof Person>

/** Who is signed in, and what their screens need to know of the office. */
export const SignedIn = Person.extend({
  timeZone: z.string(),
  habits: Habits,
  /** Whether they show a second factor; `missing` where the office asks for one. */
  secondFactor: z.enum(['shown', 'missing', 'none']),
})
export type SignedIn = z.infer<typeof SignedIn>

/** A person as a steward sees them. */
export const PersonView = Person.extend({
  mail: z.string().nullable(),
  /** Whether they may come in. */
  active: z.boolean(),
  hasPassword: z.boolean(),
  hasPin: z.boolean(),
  hasBadge: z.boolean(),
  hasSecondFactor: z.boolean(),
  /** When they were last here. */
  seenAt: z.string().nullable(),
})
export type PersonView = z.infer<typeof PersonView>

export const GroupView = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** Who belongs to it, by identity. */
  people: z.array(z.string()),
  /** Rubrics that say what it may do. */
  rubrics: z.array(z.string()),
})
export type GroupView = z.infer<typeof GroupView>

/** A link to set a password by: mailed, or else shown this once. */
export const PasswordLinkView = z.strictObject({ mailed: z.string().nullable(), link: z.string().nullable() })
export type PasswordLinkView = z.infer<typeof PasswordLinkView>

/** Where somebody is signed in: at a panel, or at a desk (null). */
export const SessionView = z.strictObject({
  id: z.string(),
  person: z.string(),
  panel: z.string().nullable(),
  address: z.string(),
  madeAt: z.string(),
  seenAt: z.string(),
  /** The one that asks. */
  own: z.boolean(),
})
export type SessionView = z.infer<typeof SessionView>

/** What a program may do with its token: hand in, look, enter values, set up, send print jobs. */
export const Scope = z.enum(['capture', 'read', 'index', 'manage', 'print'])
export type Scope = z.infer<typeof Scope>

export const TokenView = z.strictObject({
  id: z.string(),
  name: z.string(),
  person: z.string(),
  scopes: z.array(Scope),
  madeAt: z.string(),
  endedAt: z.string().nullable(),
})
export type TokenView = z.infer<typeof TokenView>

export const AddressView = z.strictObject({ id: z.number(), name: z.string(), mail: z.string() })
export type AddressView = z.infer<typeof AddressView>

/** Somebody or some group, by name. */
export const Named = z.strictObject({ id: z.string(), name: z.string() })
/** Who is at work on something that one person at a time changes. */
export const Editor = Named
export type Editor = z.infer<typeof Editor>
