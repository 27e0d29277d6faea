import { z } from 'zod'
import { examinePage } from './examine'
import { CountJob, ExamineJob, type ExamineReply } from './examineJob'
import { writePageFiles } from './pageFiles'
import { wantsColour } from './prepare'
import { decodePage, openSource, UnreadableError, widePages } from './sources'

// Runs on its own, so that an image that brings the decoder down brings nothing else down.

async function examine(job: z.output<typeof ExamineJob>): Promise<ExamineReply> {
  const source = await openSource(job.file)
  const image = await decodePage(source, job.page, job.rubric.scan.dpi, wantsColour(job.rubric))
  const examined = await examinePage(image, job.rubric, job)
  const files = await writePageFiles(examined, job.folder)
  return { id: job.id, outcome: 'examined', evidence: examined.evidence, mono: examined.ink !== null, files }
}

async function count({ id, count: file, wide }: CountJob): Promise<ExamineReply> {
  const source = await openSource(file)
  return { id, outcome: 'counted', pages: source.pages, wide: wide ? await widePages(source) : [] }
}

/** What went wrong as a reply: the input's fault, or ours. */
function faultOf(id: number, error: unknown): ExamineReply {
  if (error instanceof UnreadableError) return { id, outcome: 'unreadable', why: error.message }
  return { id, outcome: 'failed', error: error instanceof Error ? error.stack ?? error.message : String(error) }
}

process.on('message', (message) => {
  const job = z.union([CountJob, ExamineJob]).parse(message)
  const work = 'count' in job ? count(job) : examine(job)
  void work.catch((error: unknown) => faultOf(job.id, error)).then(reply => process.send?.(reply))
})
process.on('disconnect', () => process.exit(0))
