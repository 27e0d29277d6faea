/** Bytes by their SHA-256, kept for every process that works on them. */
export interface Blobs {
  /** Keeps bytes and gives their name. When this returns they survive a power cut. */
  put: (bytes: Uint8Array) => Promise<string>
  /** The same of a file. */
  putFile: (file: string) => Promise<string>
  /**
   * Keeps what a stream gives. A stream that breaks off leaves nothing behind.
   * @param most bytes that are taken; one that gives more is refused with a RangeError
   */
  putStream: (stream: AsyncIterable<Uint8Array>, most: number) => Promise<string>
  /** @throws {BlobFault} where there is no such blob, or it is not what was kept */
  get: (name: string) => Promise<Buffer>
  /** A part of a blob, from a byte on; not checked against its name. @throws {BlobFault} where there is no such blob */
  getRange: (name: string, from: number, length: number) => Promise<Buffer>
  /**
   * Where a tool that wants a file finds the blob; to be read only.
   * @throws {BlobFault} where there is no such blob, or it is not what was kept
   */
  local: (name: string) => Promise<string>
  has: (name: string) => Promise<boolean>
  remove: (name: string) => Promise<void>
  /** Every blob, with the time since which it lies there, in no order. */
  list: () => AsyncIterable<{ name: string; since: Date }>
  /** Lets go of what was opened. */
  dispose: () => Promise<void>
}

/** A blob is missing, or its bytes are not those that were kept; the message is a whole sentence. */
export class BlobFault extends Error {
  constructor(
    readonly blob: string,
    what: 'missing' | 'changed',
    options?: ErrorOptions,
  ) {
    super(
      what === 'missing'
        ? `The bytes ${blob.slice(0, 12)}… are not in the blob store. Restore them from a backup.`
        : `The bytes ${blob.slice(0, 12)}… in the blob store are not those that were kept there. Restore them from a backup, and ` +
            `check the disk.`,
      options,
    )
  }
}

/** A blob's name, checked: nothing else becomes a path or a key. @throws {Error} */
export function blobName(name: string): string {
  if (!/^[0-9a-f]{64}$/.test(name)) throw new Error(`${JSON.stringify(name)} is not a blob's name.`)
  return name
}
