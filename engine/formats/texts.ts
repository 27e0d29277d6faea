import { writeFile } from 'node:fs/promises'
import { alto as altoOf, hocr as hocrOf } from '../../core/text/exports'
import { plainText } from '../../core/text/lines'
import { defineFormat } from './format'

export const txt = defineFormat('txt', (path, pages) => writeFile(path, `${pages.map(page => plainText(page.words)).join('\n\f')}\n`))
export const alto = defineFormat('alto', (path, pages) => writeFile(path, altoOf(pages)))
export const hocr = defineFormat('hocr', (path, pages, document) => writeFile(path, hocrOf(pages, document.title)))
export const json = defineFormat('json', (path, _, document) => writeFile(path, `${JSON.stringify(document.index, null, 2)}\n`))
