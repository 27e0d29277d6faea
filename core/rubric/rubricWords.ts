import { sizeOfPaper } from '../model/paper'
import { formatFacts, type FormatName } from '../model/fileFormats'
import { formatName } from '../model/barcodeFormats'
import type { Rubric } from './rubric'
import { zoneBox, zoneWords } from '../model/zone'

// The page on which a rubric's zones are meant.
const page = sizeOfPaper('auto')

const counted = (count: number, noun: string) => (count === 1 ? noun : `${count} ${noun}s`)

/** How the paper is scanned, as a sentence. */
function scanWords({ sides, colour, dpi, source }: Pick<Rubric['scan'], 'sides' | 'colour' | 'dpi' | 'source'>): string {
  const colours = { auto: 'in colour where there is some', colour: 'in colour', grey: 'in grey', mono: 'in black and white' }
  return `Scans ${sides === 'both' ? 'both sides' : 'one side'} ${colours[colour]} at ${dpi} dpi from the ${source}.`
}

/**
 * What a rubric will do, in plain sentences, for someone about to start it; the first says how it is scanned.
 * @param names of destinations, by id
 */
export function rubricWords(rubric: Rubric, names: ReadonlyMap<string, string> = new Map()): string[] {
  const { scan, clean, split, read, files, send, entry } = rubric
  const sentences = [scanWords(scan)]
  if (clean.blank.action === 'set-aside') sentences.push('Sets blank sides aside.')
  for (const rule of split.rules) {
    switch (rule.rule) {
      case 'barcode': {
        const place = zoneWords(zoneBox(rule.zone), page.width, page.height)
        const formats = rule.formats.length ? rule.formats.map(formatName).join(' or ') : 'barcode'
        sentences.push(
          `Starts a document at each ${formats} in the ${place}${rule.sheet === 'set-aside' ? ', and sets that sheet aside' : ''}.`,
        )
        break
      }
      case 'blank-sheet':
        sentences.push('Starts a document after each blank sheet.')
        break
      case 'count':
        sentences.push(
          `Starts a document every ${rule.sheets === undefined ? counted(rule.pages!, 'page') : counted(rule.sheets, 'sheet')}.`,
        )
        break
      case 'text':
        sentences.push('Starts a document where a page carries a certain text.')
    }
  }
  if (clean.spread !== 'none') sentences.push('Makes two pages of an opened book.')
  if (clean.card) sentences.push('Puts both sides of a card on one page.')
  if (clean.stamp) sentences.push('Stamps each page.')
  if (split.rules.length === 0) sentences.push('Makes one document of the whole batch.')
  if (split.unread === 'hold' && split.rules.some(rule => rule.rule === 'barcode'))
    sentences.push('Asks you about a page whose barcode does not read.')
  const counts = rubric.types.map(type => type.fields.length)
  if (entry === 'desk' && counts.some(count => count > 0)) {
    const howMany = new Set(counts).size === 1 ? String(counts[0]) : `${Math.min(...counts)} to ${Math.max(...counts)}`
    sentences.push(`Asks you to look over ${howMany} index values of each document.`)
  }
  if (rubric.entryTwice?.length) {
    const labels = rubric.types.flatMap(type =>
      type.fields.filter(field => rubric.entryTwice!.includes(field.id)).map(field => field.label),
    )
    sentences.push(`Has two people key ${[...new Set(labels)].join(' and ')}, and a third decide where they differ.`)
  }
  if (files.length)
    sentences.push(
      `Makes ${files.map(file => formatWords(file.format, read.ocr)).join(' and ')}` +
        `${send.length ? ` and sends it to ${send.map(one => `${names.get(one.to) ?? one.to}${whenSent(one)}`).join(' and ')}` : ''}.`,
    )
  return sentences
}

/** Where it was read, a PDF's text can be found; that is what most people want of it. */
const formatWords = (format: FormatName, read: boolean) =>
  `${read && format.startsWith('pdf') ? 'searchable ' : ''}${formatFacts(format).label}`

const whenSent = ({ together, at }: Rubric['send'][number]) =>
  `${together ? ' with its whole batch' : ''}${at === undefined ? '' : ` at ${at}`}`
