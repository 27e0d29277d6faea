import type { z } from 'zod'
import { examinePage, wantsColour } from './examine'
import { ExamineJob, type ExamineReply } from './examineJob'
import { writePageFiles } from './pageFiles'
import { decodePage, openSource, UnreadableError } from './sources'

// Runs on its own, so that an image that brings the decoder down brings nothing else down.

async function examine(job: z.output<typeof ExamineJob>): Promise<ExamineReply> {
  try {
    const source = await openSource(job.file)
    const image = await decodePage(source, job.page, job.rubric.scan.dpi, wantsColour(job.rubric))
    const examined = await examinePage(image, job.rubric, job.side, job.turned)
    const files = await writePageFiles(examined, job.folder)
    return { id: job.id, outcome: 'examined', evidence: examined.evidence, mono: examined.ink !== null, files }
  } catch (error) {
    if (error instanceof UnreadableError) return { id: job.id, outcome: 'unreadable', why: error.message }
    return { id: job.id, outcome: 'failed', error: error instanceof Error ? error.stack ?? error.message : String(error) }
  }
}

process.on('message', (message) => {
  void examine(ExamineJob.parse(message)).then(reply => process.send?.(reply))
})
process.on('disconnect', () => process.exit(0))
