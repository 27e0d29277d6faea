import { createWriteStream } from 'node:fs'
import { finished } from 'node:stream/promises'
import PDFDocument from 'pdfkit'

/** A line of text at a place in inches from the page's top-left. */
export type Line = [x: number, y: number, text: string]

/** A PDF that never was paper: lines of text on A4 pages, where they are said to stand. */
export async function textPdf(path: string, pages: readonly (readonly Line[])[]): Promise<void> {
  const pdf = new PDFDocument({ size: 'A4', margin: 0, autoFirstPage: false })
  const out = pdf.pipe(createWriteStream(path))
  for (const lines of pages) {
    pdf.addPage().fontSize(11)
    for (const [x, y, text] of lines) pdf.text(text, x * 72, y * 72, { lineBreak: false })
  }
  pdf.end()
  await finished(out)
}
