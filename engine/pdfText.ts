import { XMLParser } from 'fast-xml-parser'
import { z } from 'zod'
import type { Word } from '../core/model/evidence'
import { pageSize } from './pdfIn'
import { runTool } from './tool'

// A picture of at least this share of the page is a scan; its text, if any, was read by somebody's OCR.
const scanShare = 0.6

const many = <T extends z.ZodType>(item: T) =>
  z.preprocess(value => (value === undefined || value === '' ? [] : Array.isArray(value) ? (value as unknown[]) : [value]), z.array(item))
const Box = { '@xMin': z.coerce.number(), '@yMin': z.coerce.number(), '@xMax': z.coerce.number(), '@yMax': z.coerce.number() }
const BoxWord = z.object({ ...Box, '#text': z.coerce.string().default('') })
const Line = z.object({ word: many(BoxWord) })
const Block = z.object({ line: many(Line) })
const Flow = z.object({ block: many(Block) })
const Layout = z.object({ html: z.object({ body: z.object({ doc: z.object({ page: z.object({ flow: many(Flow) }) }) }) }) })
const parser = new XMLParser({ attributeNamePrefix: '@', ignoreAttributes: false, parseTagValue: false, processEntities: true })

/**
 * The words that a page of a PDF carries itself, in inches; null where the page is a scan or has none.
 * @param page from 1
 */
export async function ownText(file: string, page: number): Promise<Word[] | null> {
  if (await isScan(file, page)) return null
  const html = (
    await runTool('pdftotext', ['-bbox-layout', '-f', String(page), '-l', String(page), file, '-'], { seconds: 30, memory: 1024 })
  ).toString('utf8')
  const {
    html: {
      body: { doc },
    },
  } = Layout.parse(parser.parse(html))
  const words: Word[] = []
  let line = 0
  doc.page.flow
    .flatMap(flow => flow.block)
    .forEach((part, block) => {
      for (const { word: found } of part.line) {
        for (const word of found.filter(one => one['#text'].trim() !== ''))
          words.push({
            text: word['#text'].trim(),
            x: word['@xMin'] / 72,
            y: word['@yMin'] / 72,
            width: (word['@xMax'] - word['@xMin']) / 72,
            height: (word['@yMax'] - word['@yMin']) / 72,
            confidence: 1,
            line,
            paragraph: block,
            block,
          })
        line++
      }
    })
  return words.length ? words : null
}

async function isScan(file: string, page: number): Promise<boolean> {
  const [list, size] = await Promise.all([
    runTool('pdfimages', ['-list', '-f', String(page), '-l', String(page), file], { seconds: 20, memory: 1024 }),
    pageSize(file, page),
  ])
  const paper = ((size.width / 72) * size.height) / 72
  return list
    .toString('utf8')
    .split('\n')
    .slice(2)
    .some(line => {
      const cells = line.trim().split(/\s+/)
      if (cells.length < 14 || cells[2] !== 'image') return false
      const [across, down] = [Number(cells[3]) / Number(cells[12]), Number(cells[4]) / Number(cells[13])]
      return across * down >= scanShare * paper
    })
}
