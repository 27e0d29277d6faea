import { z } from 'zod'
import type { Grant } from '../core/model/grant'
import type { PrintChoices } from '../core/model/printing'
import type { BusinessRecord } from '../core/model/lookup'

/** One document on its way out. */
export interface Delivery {
  /** The document's identity here: two deliveries with the same one are the same delivery. */
  id: string
  /** Folder below the destination's own, with "/" between steps; empty for none. */
  folder: string
  /** Mail addresses of those who get it, where a person chose some. */
  people: readonly string[]
  /** Where the device prints that scanned it, and what was chosen for that: nothing of it where nobody said. */
  printing?: { printer: string | null; copies: number | null; sides: PrintChoices['sides'] | null }
  files: readonly { name: string; path: string; sha256: string; mediaType: string }[]
  /** Type and index values. */
  index: Record<string, unknown>
  /** The record of this destination that was found or chosen for the document; null where none was. */
  record: string | null
}

/** Records that can be looked up by the value of one index field. */
export interface Lookup {
  field: string
  /** The key of a record's values that has that value. */
  key: string
  noun: string
  /** @throws {Error} with what, where and what to do */
  find(value: string): Promise<BusinessRecord[]>
  /** Records that begin so, while somebody types; only where the system can be asked so. @throws {Error} as `find` does */
  begin?(part: string, most: number): Promise<BusinessRecord[]>
}

/** What lies in a folder of a destination. */
export interface Entry {
  name: string
  kind: 'folder' | 'file'
  bytes: number | null
  modified: string | null
}

/** Looking at what is in a destination. Folders are paths with "/" between steps, empty for the destination's own. */
export interface Browse {
  /** Folders first, by name. @throws {Error} with what, where and what to do */
  list(folder: string): Promise<Entry[]>
  read(path: string): Promise<Buffer>
}

/** Folders first, by name as people count. */
export function sorted(entries: Entry[]): Entry[] {
  return entries.sort((a, b) => (a.kind === b.kind ? a.name.localeCompare(b.name, 'en', { numeric: true }) : a.kind === 'folder' ? -1 : 1))
}

/** What a destination took once, as its slip says. */
export interface Taken {
  /** As the receipt said. */
  place: string
  /** Of the file that lies there. */
  sha256: string
}

/** What the other side answered. */
export interface Receipt {
  place: string
  answer: string
}

/**
 * A delivery that trying again by itself cannot help. `person`: somebody must put something right first, then it may be
 * tried again; `never`: what was to be delivered cannot go there at all. Any other error is tried again by itself.
 */
export class Refusal extends Error {
  constructor(
    message: string,
    readonly kind: 'person' | 'never' = 'person',
    options?: ErrorOptions,
  ) {
    super(message, options)
  }
}

/** An opened destination. Connections are made at first use. */
export interface Destination {
  /**
   * Delivers once, however often it is called. @throws {Error} with what, where and what to do; a {Refusal} where a
   * person must act first
   */
  deliver(delivery: Delivery): Promise<Receipt>
  /** Only where the destination has records that can be looked up. */
  lookup?: Lookup
  /** Only where the destination can list its folders. */
  browse?: Browse
  /**
   * Whether it still holds what it took, unchanged; null where that cannot be told, as of an address that is no longer its own.
   * Only where it can be asked. @throws {Error} as `deliver` does
   */
  holds?(taken: Taken): Promise<boolean | null>
  /** Tries whether a delivery would go there, leaves nothing behind, and says what it did. @throws {Error} as `deliver` does */
  check(): Promise<string>
  dispose(): Promise<void>
}

/** One option of a connector, as forms, the command line and descriptions show it. */
export interface OptionView {
  key: string
  /** What people call it. */
  label: string
  /** A line that says what it is. */
  is: string
  required: boolean
  /** Never shown again once it is kept. */
  secret: boolean
  /** It says whom the secrets are shown to. */
  trusts: boolean
  /** Its JSON Schema. */
  schema: Record<string, unknown>
}

export interface Connector {
  name: string
  /** As people say it. */
  label: string
  /** What a person may choose at scan time: a folder there, people who get it, or nothing. */
  asks: 'folder' | 'people' | null
  /** What it can do besides delivering; `described`: the other side may have an OpenAPI description to draw its options from. */
  can: { browse: boolean; lookup: boolean; described: boolean }
  options: readonly OptionView[]
  /** @param grant what a person's sign-in there gave, where it needs one @throws {z.ZodError} where the options are not sound */
  open: (options: unknown, grant?: Grant) => Destination
}

interface Definition<Options extends z.ZodObject> {
  name: string
  label: string
  asks?: Connector['asks']
  can?: Partial<Connector['can']>
  options: Options
  open: (options: z.infer<Options> & { grant?: Grant }) => Destination
}

/**
 * A connector: its name, a schema that gives each of its options a title and a line that says what it is, what it can do,
 * and how to open it with sound options. An option is a secret, or says whom
 * secrets are shown to, where its meta says so (`secret`, `trusts`).
 */
export function defineConnector<Options extends z.ZodObject>({
  name,
  label,
  asks = null,
  can = {},
  options,
  open,
}: Definition<Options>): Connector {
  return {
    name,
    label,
    asks,
    can: { browse: false, lookup: false, described: false, ...can },
    options: optionsOf(options),
    open: (given, grant) => open({ ...options.parse(given), ...(grant ? { grant } : {}) }),
  }
}

function optionsOf(options: z.ZodObject): OptionView[] {
  const { properties = {}, required = [] } = z.toJSONSchema(options, { io: 'input' }) as {
    properties?: Record<string, Record<string, unknown>>
    required?: string[]
  }
  return Object.entries(properties).map(([key, { description, title, secret, trusts, ...schema }]) => {
    if (typeof description !== 'string' || typeof title !== 'string') throw new Error(`The option "${key}" does not say what it is.`)
    return {
      key,
      label: title,
      is: description,
      required: required.includes(key),
      secret: secret === true,
      trusts: trusts === true,
      schema,
    }
  })
}
