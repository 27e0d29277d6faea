import type { FileSpec } from '../../core/model/rubric'
import { keepBornPages } from '../bornPages'
import { writePdf } from '../pdfOut'
import { defineFormat, type DocumentToMake } from './format'

const options = (document: DocumentToMake, archival: boolean, layers: FileSpec['layers']) => ({
  layers: layers === 'auto',
  title: document.title,
  archival,
  created: document.created,
  language: document.language,
  protect: document.protect,
})

/** Pages that never were paper stay as they came, but where a code protects them. */
export const pdf = defineFormat('pdf', async (path, pages, document, { layers }) => {
  await writePdf(path, pages, options(document, false, layers))
  if (!document.protect) await keepBornPages(path, pages)
})

/** PDF/A-2b promises more about its pages than somebody else's PDF keeps, so those stand in it as pictures. */
export const pdfA = defineFormat('pdf-a', (path, pages, document, { layers }) => writePdf(path, pages, options(document, true, layers)))
