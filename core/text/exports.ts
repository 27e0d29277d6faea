import type { Word } from '../model/evidence'
import { linesOf } from './lines'

/** What an export of recognised text needs of a page; words in inches. */
export interface TextPage {
  widthPx: number
  heightPx: number
  dpi: number
  words: readonly Word[]
}

const escaped = (text: string) => text.replace(/[\0-\x08\x0b\x0c\x0e-\x1f]/g, '').replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)

/** A line's box around its words, in inches. */
export function boxOf(words: readonly Word[]): { x: number; y: number; width: number; height: number } {
  const x = Math.min(...words.map(word => word.x))
  const y = Math.min(...words.map(word => word.y))
  return {
    x,
    y,
    width: Math.max(...words.map(word => word.x + word.width)) - x,
    height: Math.max(...words.map(word => word.y + word.height)) - y,
  }
}

/** Recognised text as ALTO 4.4 (Library of Congress), in pixels; piece by piece, since long documents are long. */
export function* alto(pages: readonly TextPage[]): Generator<string> {
  yield `<?xml version="1.0" encoding="UTF-8"?>
<alto xmlns="http://www.loc.gov/standards/alto/ns-v4#"><Description><MeasurementUnit>pixel</MeasurementUnit></Description>
<Layout>`
  for (const [at, page] of pages.entries()) {
    const place = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) => {
      const pixels = (inches: number) => Math.round(inches * page.dpi)
      return `HPOS="${pixels(x)}" VPOS="${pixels(y)}" WIDTH="${pixels(width)}" HEIGHT="${pixels(height)}"`
    }
    const lines = linesOf(page.words).map(
      line =>
        `<TextLine ${place(boxOf(line))}>` +
        line.map(word => `<String ${place(word)} CONTENT="${escaped(word.text)}" WC="${word.confidence.toFixed(2)}"/>`).join('<SP/>') +
        '</TextLine>',
    )
    const block = lines.length ? `<TextBlock ID="B${at + 1}" ${place(boxOf(page.words))}>${lines.join('')}</TextBlock>` : ''
    const size = `WIDTH="${page.widthPx}" HEIGHT="${page.heightPx}"`
    yield `<Page ID="P${at + 1}" PHYSICAL_IMG_NR="${at + 1}" ${size}><PrintSpace HPOS="0" VPOS="0" ${size}>${block}</PrintSpace></Page>`
  }
  yield '</Layout></alto>\n'
}

/** Recognised text as hOCR 1.2, in pixels; piece by piece. */
export function* hocr(pages: readonly TextPage[], title: string): Generator<string> {
  yield `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE html>
<html xmlns="http://www.w3.org/1999/xhtml"><head><title>${escaped(title)}</title><meta charset="utf-8"/>
<meta name="ocr-system" content="rubricator"/><meta name="ocr-capabilities" content="ocr_page ocr_line ocrx_word"/></head><body>
`
  for (const [at, page] of pages.entries()) {
    const box = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) =>
      `bbox ${[x, y, x + width, y + height].map(inches => Math.round(inches * page.dpi)).join(' ')}`
    const hocrWord = (word: Word) =>
      `<span class="ocrx_word" title="${box(word)}; x_wconf ${Math.round(word.confidence * 100)}">${escaped(word.text)}</span>`
    const lines = linesOf(page.words).map(
      line => `<span class="ocr_line" title="${box(boxOf(line))}">${line.map(hocrWord).join(' ')}</span>`,
    )
    yield `<div class="ocr_page" id="page_${at + 1}" title="bbox 0 0 ${page.widthPx} ${page.heightPx}; ppageno ${at}">`
    yield `${lines.join('\n')}</div>\n`
  }
  yield '</body></html>\n'
}
