import { createHash } from 'node:crypto'
import { copyFile, mkdir, mkdtemp, readFile, rename, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { freeName, renderName, type NameContext } from '../core/name/template'
import { alto, hocr } from '../core/text/exports'
import { plainText } from '../core/text/lines'
import type { LedgerFile } from '../core/model/ledger'
import type { FileSpec } from '../core/model/rubric'
import { decodeImage, encodeJpeg, encodePng } from './images'
import { keepBornPages } from './bornPages'
import { laidOut, type Layout } from './layOut'
import { writePdf, type PageToMake } from './pdfOut'
import { writeTiff } from './tiff'

/** A document ready to be made into files. */
export interface DocumentToMake {
  name: NameContext
  title: string
  created: Date
  language: string
  pages: readonly PageToMake[]
  layout: Layout
  /** The code without which a PDF does not open. */
  protect: string | null
  /** What a JSON file of the document holds. */
  index: Record<string, unknown>
}

const kinds: Record<FileSpec['format'], { extension: string, mediaType: string }> = {
  'pdf': { extension: 'pdf', mediaType: 'application/pdf' },
  'pdf-a': { extension: 'pdf', mediaType: 'application/pdf' },
  'tiff': { extension: 'tif', mediaType: 'image/tiff' },
  'jpeg': { extension: 'jpg', mediaType: 'image/jpeg' },
  'png': { extension: 'png', mediaType: 'image/png' },
  'txt': { extension: 'txt', mediaType: 'text/plain' },
  'json': { extension: 'json', mediaType: 'application/json' },
  'alto': { extension: 'xml', mediaType: 'application/alto+xml' },
  'hocr': { extension: 'hocr', mediaType: 'text/html' },
}

/**
 * Makes a document's files inside a folder, each under its template's name; a name already taken gets " (2)".
 * @param taken asked with a relative name; a name that is given out must be reported as taken from then on
 */
export async function makeFiles(specs: readonly FileSpec[], document: DocumentToMake, folder: string, taken: (name: string) => boolean, take: (name: string) => void): Promise<LedgerFile[]> {
  const work = await mkdtemp(join(tmpdir(), 'rubricator-pages-'))
  try {
    const pages = await laidOut(document.pages, document.layout, work)
    return await makeAll(specs, { ...document, pages }, folder, taken, take)
  } finally {
    await rm(work, { recursive: true, force: true })
  }
}

async function makeAll(specs: readonly FileSpec[], document: DocumentToMake, folder: string, taken: (name: string) => boolean, take: (name: string) => void): Promise<LedgerFile[]> {
  const made: LedgerFile[] = []
  for (const spec of specs) {
    const { extension, mediaType } = kinds[spec.format]
    const perPage = spec.format === 'jpeg' || spec.format === 'png'
    for (const [at, pages] of (perPage ? document.pages.map(page => [page]) : [document.pages]).entries()) {
      const suffix = perPage && document.pages.length > 1 ? `-${at + 1}` : ''
      const name = freeName(`${renderName(spec.name, document.name)}${suffix}.${extension}`, taken)
      take(name)
      const path = join(folder, name)
      await mkdir(dirname(path), { recursive: true })
      await write(spec.format, `${path}.part`, pages, document)
      await rename(`${path}.part`, path)
      const bytes = await readFile(path)
      made.push({ name, mediaType, bytes: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') })
    }
  }
  return made
}

async function write(format: FileSpec['format'], path: string, pages: readonly PageToMake[], document: DocumentToMake): Promise<void> {
  switch (format) {
    case 'pdf':
    case 'pdf-a':
      await writePdf(path, pages, { title: document.title, archival: format === 'pdf-a', created: document.created, language: document.language, protect: document.protect })
      // PDF/A promises more about its pages than somebody else's PDF keeps.
      return format === 'pdf' && !document.protect ? keepBornPages(path, pages) : undefined
    case 'tiff':
      return writeTiff(path, pages)
    case 'txt':
      return writeFile(path, `${pages.map(page => plainText(page.words)).join('\n\f')}\n`)
    case 'json':
      return writeFile(path, `${JSON.stringify(document.index, null, 2)}\n`)
    case 'alto':
      return writeFile(path, alto(pages))
    case 'hocr':
      return writeFile(path, hocr(pages, document.title))
    case 'png':
    case 'jpeg':
      return writePicture(format, path, pages[0]!)
  }
}

async function writePicture(format: 'png' | 'jpeg', path: string, page: PageToMake): Promise<void> {
  if (format === 'jpeg' && !page.mono) return copyFile(page.file, path)
  const image = await decodeImage(page.file, 1)
  await writeFile(path, format === 'png' ? await encodePng(image, page.dpi) : await encodeJpeg(image, page.dpi))
}
