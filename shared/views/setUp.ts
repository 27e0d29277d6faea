import type { SingleSignOn } from '../../core/model/singleSignOn'
import type { Habits } from '../../core/model/office'
import type { DescribedRecords } from '../../core/records/described'

/** How far an empty copy is set up. */
export interface SetupState {
  people: boolean
  devices: boolean
  destinations: boolean
  rubrics: boolean
}
/** `kind` is its connector as people say it. */
export interface DestinationChoice {
  id: string
  name: string
  connector: string
  kind: string
}
/** A destination as a steward sees it: of its secrets only which are kept. */
export interface DestinationView extends DestinationChoice {
  options: Record<string, unknown>
  secretsKept: string[]
  /** What goes there goes one after the other, as it was filed. */
  inOrder: boolean
  /** Whether a steward's sign-in there lets this program in; who did that, and when. */
  signsIn: boolean
  signedIn: { by: string; at: string } | null
  uses: { rubrics: string[]; slips: number }
}
/** A part of an option's JSON Schema, as far as forms need it. */
export interface OptionSchema {
  type?: string
  title?: string
  description?: string
  default?: unknown
  enum?: string[]
  items?: OptionSchema
  properties?: Record<string, OptionSchema>
  required?: string[]
  /** A text of several lines. */
  lines?: boolean
}
/** A way to deliver, and what it wants to know; `described`: its options may be drawn from the other side's description. */
export interface ConnectorView {
  name: string
  label: string
  can: { described: boolean }
  options: readonly { key: string; label: string; is: string; required: boolean; secret: boolean; schema: OptionSchema }[]
}
/** What another program's description says of its records, and the index fields that rubrics have. */
export interface DescribedView extends DescribedRecords {
  fields: { id: string; label: string }[]
}
export interface WatchedFolderView {
  id: string
  path: string
  subfolders: boolean
  rubric: string
  after: 'remove' | 'move'
  paused: boolean
  trouble: string | null
  owner: string
  taken: number
  /** Files that could not be taken in, the newest. */
  apart: { path: string; trouble: string }[]
}
/** What lies in a folder of a destination; `picture` where a small picture of it can be had. */
export interface FolderEntry {
  name: string
  kind: 'folder' | 'file'
  bytes: number | null
  modified: string | null
  picture: boolean
}

/** The office's settings as a steward sees them: the mail server's password never comes back. */
export interface OfficeView {
  name: string
  timeZone: string
  habits: Habits
  networks: string[] | null
  /** Who must show a second factor when they sign in. */
  secondFactor: 'nobody' | 'stewards'
  /** For how many days a print job waits. */
  printDays: number
  mail: { host: string; port: number; secure: boolean; user?: string; from: string } | null
  mailPasswordKept: boolean
  /** What `networks` means where it is null. */
  usualNetworks: string[]
}
export const hookEvents = ['batch', 'document', 'slip'] as const
export type HookEvent = (typeof hookEvents)[number]
/** A program that is told of changes by a call. */
export interface WebhookView {
  id: string
  name: string
  address: string
  /** Of what this person may see. */
  person: string
  events: HookEvent[]
  made_at: string
  /** Why the last call failed; null where it was taken. */
  trouble: string | null
  failing_since: string | null
  /** Calls that wait, and that were given up after a day. */
  waiting: number
  given_up: number
}

/** The provider that vouches for people, as a steward sees it. */
export interface SingleSignOnView {
  settings: Omit<SingleSignOn, 'clientSecret'> | null
  secretKept: boolean
  /** Where it has to send people back to. */
  back: string
}
