import type { H3Event } from 'h3'
import { mostHead, readHead, type Asked } from './message'

/** A request's head, and its document as it comes. */
export interface PrintRequest {
  asked: Asked
  document: AsyncIterable<Buffer>
}

/** Reads a request's head, and no more than that. @throws {RangeError} where it is no IPP request */
export async function readRequest(event: H3Event): Promise<PrintRequest> {
  const bytes = (event.node.req as AsyncIterable<Buffer>)[Symbol.asyncIterator]()
  let begin = Buffer.alloc(0)
  for (;;) {
    const head = readHead(begin)
    if (head) {
      const rest = begin.subarray(head.length)
      return {
        asked: head.asked,
        document: (async function* () {
          if (rest.length) yield rest
          for (let next = await bytes.next(); !next.done; next = await bytes.next()) yield next.value
        })(),
      }
    }
    const next = await bytes.next()
    if (next.done || begin.length > mostHead) throw new RangeError('This is no IPP request.')
    begin = Buffer.concat([begin, next.value])
  }
}
