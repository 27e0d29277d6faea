import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import type { Word } from '../core/model/evidence'
import { Rubric } from '../core/rubric/rubric'
import { readsDocuments } from '../core/fields/recognise'
import { readsBeforeSplitting } from '../core/split/textRule'
import { wordsBeside } from '../core/text/redact'
import { looksAt } from '../core/split/barcodeRule'
import { CodesJob, CountJob, ExamineJob, hasBegun, PictureJob, type ExamineReply } from './examineJob'
import { codesOn, examinePage } from './examine'
import { hidePatterns } from './hidePatterns'
import { pictureOf } from './pictures'
import { inGrey } from './pageImage'
import { writePageFiles } from './pageFiles'
import type { PageImage } from './pageImage'
import { wantsColour } from './prepare'
import { ownText } from './pdfText'
import { decodePage, openSource, UnreadableError, widePages, type Source } from './sources'

// Runs on its own, so that an image that brings the decoder down brings nothing else down.

async function examine(job: z.output<typeof ExamineJob>): Promise<ExamineReply> {
  const source = await openSource(job.file)
  const words = await wordsOf(source, job)
  const rubric = words ? asItIs(job.rubric) : job.rubric
  const image = await decodePage(source, job.page, rubric.scan.dpi, wantsColour(rubric))
  let examined = await examinePage(image, rubric, {
    ...job,
    reads: words === null && readsAtAll(job.rubric),
    behind: () => otherSide(job),
  })
  let files = await writePageFiles(examined, job.folder, job.thumbnail)
  let left = words && wordsBeside(words, examined.evidence.redactions ?? [])
  if (rubric.redact?.patterns.length && !examined.evidence.blank) {
    const hidden = await hidePatterns(examined, files, left, rubric)
    if (hidden.examined !== examined) files = await writePageFiles(hidden.examined, job.folder, job.thumbnail)
    ;({ examined, words: left } = hidden)
  }
  const redacted = examined.evidence.redactions !== undefined
  return {
    id: job.id,
    outcome: 'examined',
    evidence: examined.evidence,
    mono: examined.ink !== null,
    colour: examined.ink ? 'mono' : examined.page.channels === 1 ? 'grey' : 'colour',
    // A page that hides something stands in files as a picture: its own text and drawing hide nothing.
    bornDigital: words !== null && !redacted,
    words: left,
    files,
  }
}

const readsAtAll = (rubric: Rubric) => readsDocuments(rubric) || readsBeforeSplitting(rubric) || (rubric.redact?.patterns.length ?? 0) > 0

/** The sheet's other side; null where there is none, or it cannot be decoded. */
async function otherSide({ behind, rubric }: z.output<typeof ExamineJob>): Promise<PageImage | null> {
  if (!behind) return null
  try {
    return await decodePage(await openSource(behind.file), behind.page, rubric.scan.dpi, wantsColour(rubric))
  } catch (error) {
    if (error instanceof UnreadableError) return null
    throw error
  }
}

/** The text of a page that was never paper and stays as it is; null for all others. */
async function wordsOf(source: Source, { page, half, turned, rubric }: z.output<typeof ExamineJob>): Promise<Word[] | null> {
  const changed = half !== null || turned !== 0 || typeof rubric.clean.rotate === 'number'
  return source.format === 'pdf' && !changed ? ownText(source.file, page) : null
}

/** A rubric that cleans nothing: what no scanner touched is neither askew nor dirty. */
function asItIs(rubric: Rubric): Rubric {
  const { blank, mono } = rubric.clean
  return {
    ...rubric,
    scan: { ...rubric.scan, lighten: 0, contrast: 0, sharpness: 0 },
    clean: Rubric.shape.clean.parse({ blank, mono, deskew: false }),
  }
}

async function count({ id, count: file, wide }: CountJob): Promise<ExamineReply> {
  const source = await openSource(file)
  return { id, outcome: 'counted', pages: source.pages, wide: wide ? await widePages(source) : [] }
}

async function codes({ id, codes: file, side, dpi, rules, languages }: z.output<typeof CodesJob>): Promise<ExamineReply> {
  const page = inGrey(await decodePage(await openSource(file), 1, dpi, false))
  return {
    id,
    outcome: 'codes',
    ...(await codesOn(
      page,
      dpi,
      rules.filter(rule => looksAt(rule, side)),
      languages,
    )),
  }
}

async function picture({ id, picture: file, page, dpi, as, folder }: PictureJob): Promise<ExamineReply> {
  const { bytes, mediaType } = await pictureOf(file, page, dpi, as)
  const made = join(folder, 'picture')
  await writeFile(made, bytes)
  return { id, outcome: 'pictured', file: made, mediaType }
}

/** What went wrong as a reply: the input's fault, or ours. */
function faultOf(id: number, error: unknown): ExamineReply {
  if (error instanceof UnreadableError) return { id, outcome: 'unreadable', why: error.message }
  return { id, outcome: 'failed', error: error instanceof Error ? (error.stack ?? error.message) : String(error) }
}

process.on('message', message => {
  const job = z.union([CountJob, PictureJob, CodesJob, ExamineJob]).parse(message)
  const work = 'count' in job ? count(job) : 'picture' in job ? picture(job) : 'codes' in job ? codes(job) : examine(job)
  void work.catch((error: unknown) => faultOf(job.id, error)).then(reply => process.send?.(reply))
})
process.on('disconnect', () => process.exit(0))
process.send?.(hasBegun)
