import { z } from 'zod'

const zones = new Set(Intl.supportedValuesOf('timeZone')).add('UTC')
const line = z.string().trim().max(200)

/** A mail server for notices. */
export const MailServer = z.strictObject({
  host: line.min(1),
  port: z.int().min(1).max(65535),
  secure: z.boolean(),
  user: line.optional(),
  password: z.string().max(500).optional(),
  from: z.email().max(200),
})
export type MailServer = z.infer<typeof MailServer>

/** How this office's paper is usually written: what is made anew in the rubric editor begins with it. */
export const Habits = z.strictObject({
  /** Languages of the text, as tesseract names them. */
  languages: z
    .array(z.string().regex(/^[a-z]{3}(_[a-z]+)?$/i, 'a language code such as "eng"'))
    .min(1)
    .max(6)
    .default(['eng']),
  /** How dates are printed. */
  dates: z.string().trim().min(1).max(40).default('dd/MM/yyyy'),
  /** What stands before decimals, and between thousands. */
  decimal: z.enum(['.', ',']).default('.'),
  grouping: z.enum(['', ',', '.', ' ']).default(''),
})
export type Habits = z.infer<typeof Habits>

/** What holds for the whole office. */
export const Office = z.strictObject({
  name: line.default(''),
  /** In which days begin and times are written: an IANA name. */
  timeZone: z
    .string()
    .refine(zone => zones.has(zone), 'a time zone such as Europe/London')
    .default('UTC'),
  habits: Habits.prefault({}),
  /** Networks in which devices and destinations are reached; null: this machine and private ones. */
  networks: z.array(z.string().trim().max(60)).max(100).nullable().default(null),
  mail: MailServer.nullable().default(null),
  /** For how many days a print job waits for its owner. */
  printDays: z.int().min(1).max(90).default(3),
  /** Who must show a second factor when they sign in; others may. */
  secondFactor: z.enum(['nobody', 'stewards']).default('nobody'),
})
export type Office = z.infer<typeof Office>
