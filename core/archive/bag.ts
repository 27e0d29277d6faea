/** SHA-256 of bytes or text, as hex. */
export type Digest = (content: Uint8Array | string) => string

/** A payload file of a bag: its path below `data/`, and its digest. */
export interface Payload {
  path: string
  sha256: string
}

/** A path as a manifest writes it, percent-encoded as RFC 8493, 2.1.3 asks; and back. */
const listed = (path: string) => path.replaceAll('%', '%25').replaceAll('\n', '%0A').replaceAll('\r', '%0D')
const unlisted = (path: string) => path.replaceAll('%0A', '\n').replaceAll('%0D', '\r').replaceAll('%25', '%')

/** A bag's payload manifest (RFC 8493, 2.1.3). */
export const manifestText = (payload: readonly Payload[]): string =>
  payload.map(({ path, sha256 }) => `${sha256}  ${listed(`data/${path}`)}\n`).join('')

/** What a manifest lists; paths from the bag's own folder. */
export const manifestOf = (text: string): Payload[] =>
  text.split('\n').flatMap(line => {
    const found = /^([0-9a-f]{64}) {2}(.+)$/.exec(line)
    return found ? [{ sha256: found[1]!, path: unlisted(found[2]!) }] : []
  })

/**
 * A bag's tag files (RFC 8493, 2.1 and 2.2): name and text of each, in the order in which they are written.
 * @param info what stands in bag-info.txt; entries without a value are left out
 * @param bytes of the whole payload
 */
export function tagFiles(info: readonly (readonly [string, string])[], payload: readonly Payload[], bytes: number, digest: Digest) {
  const lines = [...info, ['Payload-Oxum', `${bytes}.${payload.length}`] as const].filter(([, value]) => value)
  const tags: [name: string, text: string][] = [
    ['bagit.txt', 'BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n'],
    ['bag-info.txt', lines.map(([key, value]) => `${key}: ${value.replace(/[\r\n]+/g, ' ')}\n`).join('')],
    ['manifest-sha256.txt', manifestText(payload)],
  ]
  tags.push(['tagmanifest-sha256.txt', tags.map(([name, text]) => `${digest(text)}  ${name}\n`).join('')])
  return tags
}
