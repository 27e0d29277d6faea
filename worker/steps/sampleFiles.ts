import { mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import { inOrder } from '../../core/name/inOrder'
import type { FileSpec, Rubric } from '../../core/rubric/rubric'
import { formatFacts, type FormatName } from '../../core/model/fileFormats'
import { documentToMake } from '../../engine/documentToMake'
import { makeFiles } from '../../engine/makeFiles'
import type { PageToMake } from '../../engine/pageToMake'
import type { PageEvidence } from '../../core/model/evidence'
import { readBest } from '../../engine/reading'
import { inTempFolder } from '../../engine/tempFolder'
import type { ColourMode } from '../../core/model/scanned'
import type { SampleFiles } from '../../shared/views/rubrics'
import { documentToBuild } from '../../store/documents/toBuild'
import { firstPagesOf, type PageToPreview } from '../../store/pages/toExamine'
import { findOffice } from '../../store/setup/office'
import type { Work } from '../context'

/** Says how far it is. @throws where nobody wants to know any more */
export type Step = (done: number, of: number) => Promise<void>

const mostPages = 3
const modes: readonly ColourMode[] = ['mono', 'grey', 'colour']
/** What people compare with, whatever the draft makes. */
const usual: readonly FormatName[] = ['pdf-a', 'tiff', 'jpeg']

/** What a draft makes of the first pages of a batch's first document, and what they would come to in other colours and kinds of files. */
export async function sampleFiles(work: Work, batch: number, draft: Rubric, step: Step): Promise<SampleFiles> {
  const first = await firstPagesOf(work.sql, batch, mostPages)
  if (!first) throw new Error('This batch has no document whose scanned pages are still there. Choose another sample.')
  const facts = await documentToBuild(work.sql, first.document)
  const { timeZone } = await findOffice(work.sql)
  const asDraft = draft.files.map(file => file.format)
  const pictures = [...new Set([...asDraft, ...usual])].filter(format => formatFacts(format).holds.pictures)
  const count = first.pages.length
  const steps = (modes.length + 1) * count + modes.length + 2
  let done = 0
  const next = () => step(done++, steps)
  return inTempFolder(async folder => {
    const make = async (pages: readonly PageToMake[], files: readonly FileSpec[], to: string) => {
      const { fields, barcode, created } = facts
      const about = { batch: facts.batch, document: first.position, type: first.type, fields, barcode, created, timeZone, pages }
      const document = documentToMake({ ...about, rubric: { ...draft, files: [...files] } })
      document.name.counters = inOrder()(first.position)
      return makeFiles(files, document, join(folder, to), new Set())
    }
    const asDrafted = await examined(work, first.pages, draft, join(folder, 'draft'), next)
    const words = await wordsOf(asDrafted, draft, next)
    const files = await make(withWords(asDrafted, words), draft.files, 'files')
    for (const file of files) await work.blobs.putFile(join(folder, 'files', file.name))
    await next()
    const sizes: SampleFiles['sizes'] = []
    for (const colour of modes) {
      const pages = await examined(work, first.pages, inColour(draft, colour), join(folder, colour), next)
      const specs = pictures.map((format): FileSpec => draft.files.find(file => file.format === format) ?? { format, name: '{seq}' })
      const made = await make(withWords(pages, words), specs, `${colour}-files`)
      for (const format of pictures) {
        const bytes = made.filter(file => file.format === format).reduce((sum, file) => sum + file.bytes, 0)
        sizes.push({ colour, format, bytes, own: asDraft.includes(format) })
      }
      await next()
    }
    return {
      pages: count,
      words: words.reduce((sum, page) => sum + page.length, 0),
      black: asDrafted.reduce((sum, page) => sum + page.black, 0),
      files: files.map(({ name, format, mediaType, bytes, sha256 }) => ({ name, format, mediaType, bytes, sha256 })),
      sizes,
    }
  })
}

/** The draft as it would be in another colour; what only colour shows is not looked for elsewhere. Nothing but sizes leaves here. */
function inColour(draft: Rubric, colour: ColourMode): Rubric {
  const redact = draft.redact && { ...draft.redact, highlighter: colour === 'colour' ? draft.redact.highlighter : [] }
  return { ...draft, scan: { ...draft.scan, colour }, ...(redact ? { redact } : {}) }
}

type Examined = PageToMake & {
  reading: string | null
  lone: PageEvidence['lone']
  own: PageToMake['words'] | null
  black: number
  blank: boolean
}

async function examined(
  work: Work,
  pages: readonly PageToPreview[],
  rubric: Rubric,
  folder: string,
  next: () => Promise<void>,
): Promise<Examined[]> {
  const found: Examined[] = []
  for (const [at, page] of pages.entries()) {
    await next()
    const own = join(folder, String(at))
    await mkdir(own, { recursive: true })
    const { side, half, turned, redacted: byHand, blob, page: number } = page
    const file = await work.blobs.local(blob)
    const reply = await work.examiners.examine({ file, page: number, side, half, turned, byHand, rubric, folder: own })
    if (reply.outcome !== 'examined') throw new Error(reply.outcome === 'failed' ? reply.error : reply.why)
    const { evidence, mono, files, words, bornDigital } = reply
    const { widthPx, heightPx, dpi, redactions, blank } = evidence
    found.push({
      file: files.page,
      reading: files.reading,
      lone: evidence.lone,
      mono,
      widthPx,
      heightPx,
      dpi,
      words: [],
      own: words,
      black: redactions?.length ?? 0,
      blank,
      side,
      ...(bornDigital ? { born: { file, page: number } } : {}),
    })
  }
  return found
}

/** What is read of pages, where the rubric has them read; what never was paper has words of its own. */
async function wordsOf(pages: readonly Examined[], { read }: Rubric, next: () => Promise<void>): Promise<PageToMake['words'][]> {
  const all: PageToMake['words'][] = []
  for (const { file, reading, lone, own, blank, dpi } of pages) {
    await next()
    all.push(own ?? (read.ocr && !blank ? (await readBest([{ page: file, reading, lone }], dpi, read.languages))[0]! : []))
  }
  return all
}

const withWords = (pages: readonly Examined[], words: readonly PageToMake['words'][]): PageToMake[] =>
  pages.map((page, at) => ({ ...page, words: words[at]! }))
