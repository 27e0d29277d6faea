import { writeFile } from 'node:fs/promises'
import { alto as altoOf, hocr as hocrOf } from '../../core/text/exports'
import { blocksOf } from '../../core/text/blocks'
import { markdown } from '../../core/text/markdown'
import { csvCell } from '../../core/ledger/csv'
import { plainText } from '../../core/text/lines'
import { defineFormat, type IndexOfDocument } from './format'

export const txt = defineFormat('txt', (path, pages) => writeFile(path, `${pages.map(page => plainText(page.words)).join('\n\f')}\n`))
export const alto = defineFormat('alto', (path, pages) => writeFile(path, altoOf(pages)))
export const hocr = defineFormat('hocr', (path, pages, document) => writeFile(path, hocrOf(pages, document.title)))
export const json = defineFormat('json', (path, _, { index }) => writeFile(path, indexJson(index)))

/** A document's index values as JSON, as ledgers write them. */
export const indexJson = ({ document, type, pages, values }: IndexOfDocument): string =>
  `${JSON.stringify({ document, type, pages, values }, null, 2)}\n`
export const md = defineFormat('md', (path, pages) => writeFile(path, markdown(pages.map(page => blocksOf(page.words)))))

/** The index values, a document a row (RFC 4180). */
export const csv = defineFormat('csv', (path, _, { index }) => {
  const cells = { document: index.document, type: index.type ?? '', pages: index.pages, ...index.shown }
  const line = (values: readonly (string | number)[]) => `${values.map(csvCell).join(',')}\r\n`
  return writeFile(path, line(Object.keys(cells)) + line(Object.values(cells)))
})
