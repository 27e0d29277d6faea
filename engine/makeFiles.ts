import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { mkdir, rename } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { MadeFile } from '../core/model/ledger'
import type { FileSpec } from '../core/rubric/rubric'
import { freeName, renderName } from '../core/name/template'
import { formatsByName } from './formats'
import type { DocumentToMake } from './formats/format'
import { laidOut } from './layOut'
import type { PageToMake } from './pageToMake'
import { inTempFolder } from './tempFolder'

/** Names of files that are given out already. */
export interface Names {
  has: (name: string) => boolean
  add: (name: string) => unknown
}

/** Makes a document's files inside a folder, each under its template's name; a name already taken gets " (2)". */
export async function makeFiles(specs: readonly FileSpec[], document: DocumentToMake, folder: string, names: Names): Promise<MadeFile[]> {
  return inTempFolder(async work => {
    const pages = await laidOut(document.pages, document.layout, work)
    return makeAll(specs, { ...document, pages }, folder, names)
  })
}

async function makeAll(specs: readonly FileSpec[], document: DocumentToMake, folder: string, names: Names): Promise<MadeFile[]> {
  const made: MadeFile[] = []
  for (const spec of specs) {
    const { extension, mediaType, write } = formatsByName[spec.format]
    const parts = partsOf(document.pages, spec)
    for (const [at, pages] of parts.entries()) {
      const suffix = parts.length > 1 ? `-${at + 1}` : ''
      const name = freeName(`${renderName(spec.name, document.name)}${suffix}.${extension}`, taken => names.has(taken))
      names.add(name)
      const path = join(folder, name)
      await mkdir(dirname(path), { recursive: true })
      await write(`${path}.part`, pages, document, spec)
      await rename(`${path}.part`, path)
      made.push({ name, format: spec.format, mediaType, ...(await measure(path)) })
    }
  }
  return made
}

/** A file's length and digest, however large it is. */
async function measure(path: string): Promise<{ bytes: number; sha256: string }> {
  const hash = createHash('sha256')
  let bytes = 0
  for await (const chunk of createReadStream(path) as AsyncIterable<Buffer>) {
    hash.update(chunk)
    bytes += chunk.length
  }
  return { bytes, sha256: hash.digest('hex') }
}

/** The pages of each file. What holds values alone is one for the document, whatever pages there are. */
function partsOf(pages: readonly PageToMake[], { format, per: asked }: FileSpec): PageToMake[][] {
  const { per: usual, holds } = formatsByName[format]
  const per = holds.pictures || holds.text ? (asked ?? usual) : 'document'
  const most = per === 'document' ? Math.max(1, pages.length) : per === 'page' ? 1 : per
  return Array.from({ length: Math.max(1, Math.ceil(pages.length / most)) }, (_, at) => pages.slice(at * most, (at + 1) * most))
}
