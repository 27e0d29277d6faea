import type { FileSpec } from '../../core/rubric/rubric'
import { keepBornPages } from '../bornPages'
import { writePdf, type PdfOptions } from '../pdfOut'
import { defineFormat, type DocumentToMake, type IndexOfDocument } from './format'
import { indexJson } from './texts'

const options = (document: DocumentToMake, archival: PdfOptions['archival'], layers: FileSpec['layers']): PdfOptions => ({
  layers: layers === 'auto',
  title: document.title,
  subject: document.subject,
  keywords: keywordsOf(document.index),
  values: [],
  attached: null,
  archival,
  created: document.created,
  language: document.language,
  protect: document.protect,
})

const mostLetters = 500

/** Index values in one line, long ones left out. */
function keywordsOf({ shown }: IndexOfDocument): string {
  const values = Object.values(shown).filter(value => value !== '' && value.length <= 100 && !value.includes('\n'))
  return [...new Set(values)].join('; ').slice(0, mostLetters)
}

/** Pages that never were paper stay as they came, but where a code protects them. */
export const pdf = defineFormat('pdf', async (path, pages, document, { layers }) => {
  await writePdf(path, pages, options(document, null, layers))
  if (!document.protect) await keepBornPages(path, pages)
})

/** PDF/A-2b promises more about its pages than somebody else's PDF keeps, so those stand in it as pictures. */
export const pdfA = defineFormat('pdf-a', (path, pages, document, { layers }) => writePdf(path, pages, options(document, 2, layers)))

/** The same as PDF/A-3b, with the index values in its description and as a JSON file that lies in it. */
export const pdfA3 = defineFormat('pdf-a-3', (path, pages, document, { layers }) => {
  const { shown, labels } = document.index
  return writePdf(path, pages, {
    ...options(document, 3, layers),
    values: Object.entries(shown).flatMap(([id, value]) => (value === '' ? [] : [{ id, label: labels[id] ?? id, value }])),
    attached: {
      name: 'index-values.json',
      mediaType: 'application/json',
      description: 'Index values',
      bytes: Buffer.from(indexJson(document.index)),
    },
  })
})
