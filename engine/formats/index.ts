import type { FormatName } from '../../core/model/fileFormats'
import type { Format } from './format'
import { docx } from './docx'
import { odt } from './odt'
import { pdf, pdfA, pdfA3 } from './pdf'
import { jpeg, png, tiff, webp } from './pictures'
import { pptx } from './pptx'
import { alto, csv, hocr, json, md, txt } from './texts'
import { xlsx } from './xlsx'

/** Who writes each kind of file; the compiler says where one is missing. */
export const formatsByName: Record<FormatName, Format> = {
  pdf: pdf,
  'pdf-a': pdfA,
  'pdf-a-3': pdfA3,
  tiff,
  jpeg,
  png,
  webp,
  txt,
  alto,
  hocr,
  md,
  docx,
  odt,
  xlsx,
  pptx,
  csv,
  json,
}
