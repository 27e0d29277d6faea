import { mostFileBytes } from '../core/rubric/limits'
import type { H3Event } from 'h3'
import { sniff } from '../engine/sniff'
import { store } from './context'
import { refuse } from './route'

/**
 * Keeps a request's bytes as a file that was handed in, and gives their blob's name; refused in words where they are
 * none of ours, or too many.
 */
export async function takeBytes(event: H3Event, name: string): Promise<string> {
  try {
    return await store().blobs.putStream(checked(event.node.req, name), mostFileBytes)
  } catch (error) {
    if (error instanceof RangeError) throw refuse(413, `“${name}” is larger than 2 GB. Split it up and take the parts in.`)
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC') {
      throw refuse(507, `“${name}” was not taken: the disk with the pictures is full. Ask a steward to make room, then try again.`)
    }
    throw error
  }
}

/** The bytes as they come, unless the first ones are of no format that is taken. */
async function* checked(bytes: AsyncIterable<Buffer>, name: string): AsyncGenerator<Buffer> {
  let first = true
  for await (const chunk of bytes) {
    if (first && !sniff(chunk))
      throw refuse(422, `“${name}” is none of PDF, TIFF, JPEG, PNG or WebP, whatever its name says. Export it as one of these.`)
    first = false
    yield chunk
  }
  if (first) throw refuse(422, `“${name}” is empty. Scan or export it again.`)
}
