import type { z } from 'zod'
import type { BusinessRecord } from '../core/model/lookup'

/** One document on its way out. */
export interface Delivery {
  /** The document's identity here: two deliveries with the same one are the same delivery. */
  id: string
  /** Folder below the destination's own, with "/" between steps; empty for none. */
  folder: string
  /** Mail addresses of those who get it, where a person chose some. */
  people: readonly string[]
  files: readonly { name: string, path: string, sha256: string, mediaType: string }[]
  /** Type and index values. */
  index: Record<string, unknown>
  /** The record of this destination that was found or chosen for the document; null where none was. */
  record: string | null
}

/** Records that can be looked up by the value of one index field. */
export interface Lookup {
  field: string
  noun: string
  /** @throws {Error} with what, where and what to do */
  find(value: string): Promise<BusinessRecord[]>
}

/** What lies in a folder of a destination. */
export interface Entry { name: string, kind: 'folder' | 'file', bytes: number | null, modified: string | null }

/** Looking at what is in a destination. Folders are paths with "/" between steps, empty for the destination's own. */
export interface Browse {
  /** Folders first, by name. @throws {Error} with what, where and what to do */
  list(folder: string): Promise<Entry[]>
  read(path: string): Promise<Buffer>
}

/** Folders first, by name as people count. */
export function sorted(entries: Entry[]): Entry[] {
  return entries.sort((a, b) => a.kind === b.kind ? a.name.localeCompare(b.name, 'en', { numeric: true }) : a.kind === 'folder' ? -1 : 1)
}

/** What the other side answered. */
export interface Receipt { place: string, answer: string }

/** A delivery that trying again by itself cannot help: a person must put something right first. */
export class Refusal extends Error {}

/** An opened destination. Connections are made at first use. */
export interface Destination {
  /** Delivers once, however often it is called. @throws {Error} with what, where and what to do; a {Refusal} where a person must act first */
  deliver(delivery: Delivery): Promise<Receipt>
  /** Only where the destination has records that can be looked up. */
  lookup?: Lookup
  /** Only where the destination can list its folders. */
  browse?: Browse
  dispose(): Promise<void>
}

export interface Connector {
  name: string
  /** What a person may choose at scan time: a folder there, people who get it, or nothing. */
  asks: 'folder' | 'people' | null
  /** @throws {z.ZodError} where the options are not sound */
  open(options: unknown): Destination
}

/** A connector: its name, a schema that documents its options, and how to open it with sound ones. */
export function defineConnector<Options extends z.ZodType>(connector: { name: string, asks?: Connector['asks'], options: Options, open: (options: z.infer<Options>) => Destination }): Connector {
  return { name: connector.name, asks: connector.asks ?? null, open: options => connector.open(connector.options.parse(options)) }
}
