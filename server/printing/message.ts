/**
 * Messages of the Internet Printing Protocol as bytes (RFC 8010). What comes in is asked for by anybody's program, so every
 * length is checked against what is there.
 */

/** A value with its tag (RFC 8010, 3.5.2). */
export interface Tagged {
  tag: number
  value: string | number | boolean | readonly [number, number] | Attributes
}
const tagged = (tag: number) => (value: Tagged['value']) => ({ tag, value })
export const integer = tagged(0x21)
export const boolean = tagged(0x22)
export const enumeration = tagged(0x23)
export const range = tagged(0x33)
/** Dots an inch, across and along the feed. */
export const resolution = tagged(0x32)
const dotsPerInch = 3
export const text = tagged(0x41)
export const name = tagged(0x42)
export const keyword = tagged(0x44)
export const uri = tagged(0x45)
export const charset = tagged(0x47)
export const language = tagged(0x48)
export const mediaType = tagged(0x49)
/** Attributes within one (RFC 8010, 3.1.6). */
export const collection = tagged(0x34)
const memberName = 0x4a
const endOfCollection = 0x37

export type Attributes = Record<string, Tagged | readonly Tagged[]>

/** What was asked, without the document behind it: of each attribute its first value, the operation's and the job's. */
export interface Asked {
  version: readonly [number, number]
  operation: number
  id: number
  of: Record<string, string | number>
  job: Record<string, string | number>
  /** Attributes, or groups of them, that the answer is to have; none where all are wanted. */
  requested: string[]
}

const groups = { operation: 0x01, job: 0x02, end: 0x03, printer: 0x04 }
const integers = new Set([0x21, 0x23])
/** Behind so many bytes no document has begun: that is no request of ours. */
export const mostHead = 64 * 1024

/**
 * Reads the head of a request: where it ends, the document begins. Null where more bytes are to come.
 * @throws {RangeError} where these bytes are no such request
 */
export function readHead(bytes: Buffer): { asked: Asked; length: number } | null {
  const wanting = () => {
    if (bytes.length >= mostHead) throw new RangeError('This is no IPP request.')
    return null
  }
  if (bytes.length < 9) return wanting()
  const asked: Asked = {
    version: [bytes[0]!, bytes[1]!],
    operation: bytes.readUInt16BE(2),
    id: bytes.readUInt32BE(4),
    of: {},
    job: {},
    requested: [],
  }
  let group = 0
  let last = ''
  for (let at = 8; at < bytes.length;) {
    const tag = bytes[at]!
    if (tag === groups.end) return { asked, length: at + 1 }
    if (tag <= 0x0f) {
      group = tag
      at++
      continue
    }
    if (at + 3 > bytes.length) return wanting()
    const nameEnd = at + 3 + bytes.readUInt16BE(at + 1)
    if (nameEnd + 2 > bytes.length) return wanting()
    const end = nameEnd + 2 + bytes.readUInt16BE(nameEnd)
    if (end > bytes.length) return wanting()
    const called = bytes.toString('utf8', at + 3, nameEnd)
    const value = bytes.subarray(nameEnd + 2, end)
    const into = group === groups.job ? asked.job : asked.of
    // A further value of the attribute before has no name.
    if (called !== '' && called !== last)
      into[called] ??= integers.has(tag) && value.length === 4 ? value.readInt32BE(0) : value.toString('utf8')
    last = called || last
    if (last === 'requested-attributes') asked.requested.push(value.toString('utf8'))
    at = end
  }
  return wanting()
}

/** A value's own bytes, without what stands before them; of a collection, whose members follow, none. */
function bytesOf({ tag, value }: Tagged): Buffer {
  if (typeof value === 'string') return Buffer.from(value, 'utf8')
  if (typeof value === 'boolean') return Buffer.from([value ? 1 : 0])
  if (typeof value === 'object' && !isRange(value)) return Buffer.alloc(0)
  const numbers = typeof value === 'number' ? [value] : value
  const made = Buffer.alloc(4 * numbers.length)
  numbers.forEach((number, at) => made.writeInt32BE(number, 4 * at))
  return tag === 0x32 ? Buffer.concat([made, Buffer.from([dotsPerInch])]) : made
}
const isRange = (value: object): value is readonly [number, number] => Array.isArray(value)

function framed(tag: number, called: string, value: Buffer): Buffer {
  const label = Buffer.from(called, 'utf8')
  const head = Buffer.alloc(3)
  head[0] = tag
  head.writeUInt16BE(label.length, 1)
  const length = Buffer.alloc(2)
  length.writeUInt16BE(value.length)
  return Buffer.concat([head, label, length, value])
}

function attribute(called: string, values: Tagged | readonly Tagged[]): Buffer {
  const parts = [values].flat().flatMap((one, at) => {
    const own = framed(one.tag, at === 0 ? called : '', bytesOf(one))
    if (typeof one.value !== 'object' || isRange(one.value)) return [own]
    const members = Object.entries(one.value).flatMap(([member, inner]) => [
      framed(memberName, '', Buffer.from(member, 'utf8')),
      attribute('', inner),
    ])
    return [own, ...members, framed(endOfCollection, '', Buffer.alloc(0))]
  })
  return Buffer.concat(parts)
}

const groupOf = (tag: number, attributes: Attributes) =>
  Buffer.concat([Buffer.from([tag]), ...Object.entries(attributes).map(([called, values]) => attribute(called, values))])

export interface Answer {
  /** RFC 8011, appendix B. */
  status: number
  /** In words, for whoever looks at the job. */
  says?: string
  printer?: Attributes
  jobs?: readonly Attributes[]
}

/** An answer as bytes. */
export function answerBytes({ version, id }: Pick<Asked, 'version' | 'id'>, { status, says, printer, jobs = [] }: Answer): Buffer {
  const head = Buffer.alloc(8)
  head[0] = version[0]
  head[1] = version[1]
  head.writeUInt16BE(status, 2)
  head.writeUInt32BE(id, 4)
  return Buffer.concat([
    head,
    groupOf(groups.operation, {
      'attributes-charset': charset('utf-8'),
      'attributes-natural-language': language('en'),
      ...(says ? { 'status-message': text(says) } : {}),
    }),
    ...jobs.map(job => groupOf(groups.job, job)),
    ...(printer ? [groupOf(groups.printer, printer)] : []),
    Buffer.from([groups.end]),
  ])
}
