import { writeFile } from 'node:fs/promises'
import { sizeOfPaper } from '../../core/model/paper'
import { blocksOf } from '../../core/text/blocks'
import { defineFormat } from './format'

/** How wide a letter usually is, in parts of its size: print is made as small as its line was. */
const letterWidth = 0.52
const leastPoints = 5

/** A page a slide of its own size, its text in boxes where it stands (ISO/IEC 29500). */
export const pptx = defineFormat('pptx', async (path, pages, document) => {
  const { default: Pptx } = await import('pptxgenjs')
  const slides = new Pptx()
  slides.title = document.title
  slides.author = 'Rubricator'
  slides.company = ''
  const inches = pages.map(page => ({ width: page.widthPx / page.dpi, height: page.heightPx / page.dpi }))
  slides.defineLayout({ name: 'Page', ...(inches[0] ?? sizeOfPaper('auto')) })
  slides.layout = 'Page'
  for (const page of pages) {
    const slide = slides.addSlide()
    for (const block of blocksOf(page.words)) {
      const { x, y, width, height } = block.box
      const place = { x, y, w: width, h: height, margin: 0 }
      if (block.kind === 'table')
        slide.addTable(
          block.rows.map(row => row.map(text => ({ text }))),
          { ...place, fontSize: 10 },
        )
      else {
        const letters = Math.max(...block.lines.map(line => line.length))
        const fontSize = Math.max(leastPoints, Math.min(block.points, Math.floor((width * 72) / (letters * letterWidth))))
        const lines = block.lines.map((text, at) => ({ text, options: { breakLine: at < block.lines.length - 1 } }))
        slide.addText(lines, { ...place, fontSize, bold: block.kind === 'heading', valign: 'top', wrap: false })
      }
    }
  }
  await writeFile(path, (await slides.write({ outputType: 'nodebuffer' })) as Buffer)
})
