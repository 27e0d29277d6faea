import { z } from 'zod'
import { SingleSignOn } from '../../core/model/singleSignOn'
import { Habits } from '../../core/model/office'
import { DescribedRecords } from '../../core/records/described'

/** How far an empty copy is set up. */
export const SetupState = z.strictObject({ people: z.boolean(), devices: z.boolean(), destinations: z.boolean(), rubrics: z.boolean() })
export type SetupState = z.infer<typeof SetupState>

/** `kind` is its connector as people say it. */
export const DestinationChoice = z.strictObject({ id: z.string(), name: z.string(), connector: z.string(), kind: z.string() })
export type DestinationChoice = z.infer<typeof DestinationChoice>

/** A destination as a steward sees it: of its secrets only which are kept. */
export const DestinationView = DestinationChoice.extend({
  options: z.record(z.string(), z.unknown()),
  secretsKept: z.array(z.string()),
  /** What goes there goes one after the other, as it was filed. */
  inOrder: z.boolean(),
  /** Whether a steward's sign-in there lets this program in; who did that, and when. */
  signsIn: z.boolean(),
  signedIn: z.strictObject({ by: z.string(), at: z.string() }).nullable(),
  uses: z.strictObject({ rubrics: z.array(z.string()), slips: z.number() }),
})
export type DestinationView = z.infer<typeof DestinationView>

/** A part of an option's JSON Schema, as far as forms need it. */
export const OptionSchema = z.object({
  type: z.string().optional(),
  title: z.string().optional(),
  description: z.string().optional(),
  default: z.unknown().optional(),
  enum: z.array(z.string()).optional(),
  get items() {
    return OptionSchema.optional()
  },
  get properties() {
    return z.record(z.string(), OptionSchema).optional()
  },
  required: z.array(z.string()).optional(),
  /** A text of several lines. */
  lines: z.boolean().optional(),
})
export type OptionSchema = z.infer<typeof OptionSchema>

/** A way to deliver, and what it wants to know; `described`: its options may be drawn from the other side's description. */
export const ConnectorView = z.object({
  name: z.string(),
  label: z.string(),
  can: z.object({ described: z.boolean() }),
  options: z
    .array(
      z.object({
        key: z.string(),
        label: z.string(),
        is: z.string(),
        required: z.boolean(),
        secret: z.boolean(),
        schema: OptionSchema,
      }),
    )
    .readonly(),
})
export type ConnectorView = z.infer<typeof ConnectorView>

/** What another program's description says of its records, and the index fields that rubrics have. */
export const DescribedView = DescribedRecords.extend({ fields: z.array(z.strictObject({ id: z.string(), label: z.string() })) })
export type DescribedView = z.infer<typeof DescribedView>

export const WatchedFolderView = z.strictObject({
  id: z.string(),
  path: z.string(),
  subfolders: z.boolean(),
  rubric: z.string(),
  after: z.enum(['remove', 'move']),
  paused: z.boolean(),
  trouble: z.string().nullable(),
  owner: z.string(),
  taken: z.number(),
  /** Files that could not be taken in, the newest. */
  apart: z.array(z.strictObject({ path: z.string(), trouble: z.string() })),
})
export type WatchedFolderView = z.infer<typeof WatchedFolderView>

/** What lies in a folder of a destination; `picture` where a small picture of it can be had. */
export const FolderEntry = z.strictObject({
  name: z.string(),
  kind: z.enum(['folder', 'file']),
  bytes: z.number().nullable(),
  modified: z.string().nullable(),
  picture: z.boolean(),
})
export type FolderEntry = z.infer<typeof FolderEntry>

/** The office's settings as a steward sees them: the mail server's password never comes back. */
export const OfficeView = z.strictObject({
  name: z.string(),
  timeZone: z.string(),
  habits: Habits,
  networks: z.array(z.string()).nullable(),
  /** Who must show a second factor when they sign in. */
  secondFactor: z.enum(['nobody', 'stewards']),
  /** For how many days a print job waits. */
  printDays: z.number(),
  mail: z
    .strictObject({ host: z.string(), port: z.number(), secure: z.boolean(), user: z.string().optional(), from: z.string() })
    .nullable(),
  mailPasswordKept: z.boolean(),
  /** What `networks` means where it is null. */
  usualNetworks: z.array(z.string()),
})
export type OfficeView = z.infer<typeof OfficeView>

export const HookEvent = z.enum(['batch', 'document', 'slip'])
export type HookEvent = z.infer<typeof HookEvent>
/** A program that is told of changes by a call. */
export const WebhookView = z.strictObject({
  id: z.string(),
  name: z.string(),
  address: z.string(),
  /** Of what this person may see. */
  person: z.string(),
  events: z.array(HookEvent),
  madeAt: z.string(),
  /** Why the last call failed; null where it was taken. */
  trouble: z.string().nullable(),
  failingSince: z.string().nullable(),
  /** Calls that wait, and that were given up after a day. */
  waiting: z.number(),
  givenUp: z.number(),
})
export type WebhookView = z.infer<typeof WebhookView>

/** The provider that vouches for people, as a steward sees it. */
export const SingleSignOnView = z.strictObject({
  settings: SingleSignOn.omit({ clientSecret: true }).nullable(),
  secretKept: z.boolean(),
  /** Where it has to send people back to. */
  back: z.string(),
})
export type SingleSignOnView = z.infer<typeof SingleSignOnView>
