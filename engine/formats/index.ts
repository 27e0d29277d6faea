import type { FormatName } from '../../core/model/fileFormats'
import type { Format } from './format'
import { pdf, pdfA } from './pdf'
import { jpeg, png, tiff } from './pictures'
import { alto, hocr, json, txt } from './texts'

/** Who writes each kind of file; the compiler says where one is missing. */
export const formatsByName: Record<FormatName, Format> = { pdf: pdf, 'pdf-a': pdfA, tiff, jpeg, png, txt, alto, hocr, json }
