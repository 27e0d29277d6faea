import { createWriteStream } from 'node:fs'
import { writeFile } from 'node:fs/promises'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { alto as altoOf, hocr as hocrOf } from '../../core/text/exports'
import { blocksOf } from '../../core/text/blocks'
import { markdown } from '../../core/text/markdown'
import { csvCell } from '../../core/ledger/csv'
import { plainText } from '../../core/text/lines'
import type { PageToMake } from '../pageToMake'
import { defineFormat, type IndexOfDocument } from './format'

/** Writes pieces of text one after the other, so that a long document is never whole in memory. */
const writePieces = (path: string, pieces: Iterable<string>) => pipeline(Readable.from(pieces), createWriteStream(path))

function* joined(pages: readonly PageToMake[], between: string, textOf: (page: PageToMake) => string): Generator<string> {
  for (const [at, page] of pages.entries()) yield `${at ? between : ''}${textOf(page)}`
  yield '\n'
}

export const txt = defineFormat('txt', (path, pages) =>
  writePieces(
    path,
    joined(pages, '\n\f', page => plainText(page.words)),
  ),
)
export const alto = defineFormat('alto', (path, pages) => writePieces(path, altoOf(pages)))
export const hocr = defineFormat('hocr', (path, pages, document) => writePieces(path, hocrOf(pages, document.title)))
export const json = defineFormat('json', (path, _, { index }) => writeFile(path, indexJson(index)))

/** A document's index values as JSON, as ledgers write them. */
export const indexJson = ({ document, type, pages, values }: IndexOfDocument): string =>
  `${JSON.stringify({ document, type, pages, values }, null, 2)}\n`
/** A rule stands between pages. */
export const md = defineFormat('md', (path, pages) =>
  writePieces(
    path,
    joined(pages, '\n\n---\n\n', page => markdown(blocksOf(page.words))),
  ),
)

/** The index values, a document a row (RFC 4180). */
export const csv = defineFormat('csv', (path, _, { index }) => {
  const cells = { document: index.document, type: index.type ?? '', pages: index.pages, ...index.shown }
  const line = (values: readonly (string | number)[]) => `${values.map(csvCell).join(',')}\r\n`
  return writeFile(path, line(Object.keys(cells)) + line(Object.values(cells)))
})
