import { stat } from 'node:fs/promises'
import { readsBeforeSplitting } from '../../core/split/textRule'
import { readBest } from '../../engine/reading'
import { pageExamined } from '../../flow/examine'
import { pageToExamine } from '../../store/pages/toExamine'
import { rubricOfBatch } from '../../store/setup/rubrics'
import type { Attempt, Work } from '../context'
import { inTempFolder } from '../../engine/tempFolder'

/** One side: evidence, page image and thumbnail. */
export async function examine(work: Work, { page: id }: { page: number }, attempt: Attempt): Promise<void> {
  const page = await pageToExamine(work.sql, id)
  if (!page || page.done) return
  const rubric = await rubricOfBatch(work.sql, page.batch_id)
  await inTempFolder(async folder => {
    const reply = await work.examiners.examine({
      file: await work.blobs.local(page.blob),
      page: page.source_page,
      side: page.side,
      half: page.half,
      behind: page.behind && { file: await work.blobs.local(page.behind.blob), page: page.behind.page },
      turned: page.turned,
      byHand: page.redacted,
      rubric,
      folder,
    })
    if (reply.outcome === 'examined') {
      const words =
        reply.words ??
        (readsBeforeSplitting(rubric) && !reply.evidence.blank
          ? (await readBest([{ ...reply.files, lone: reply.evidence.lone }], reply.evidence.dpi, rubric.read.languages))[0]!
          : null)
      const [pageBlob, thumbnailBlob, readingBlob] = await Promise.all([
        work.blobs.putFile(reply.files.page),
        work.blobs.putFile(reply.files.thumbnail!),
        reply.files.reading === null ? null : work.blobs.putFile(reply.files.reading),
      ])
      await pageExamined(work, page, {
        evidence: reply.evidence,
        mono: reply.mono,
        colour: reply.colour,
        bytes: (await stat(reply.files.page)).size,
        bornDigital: reply.bornDigital,
        pageBlob,
        thumbnailBlob,
        readingBlob,
        words,
      })
    } else if (reply.outcome === 'unreadable') {
      await pageExamined(work, page, { trouble: reply.why })
    } else if (attempt.last) {
      await pageExamined(work, page, { trouble: `Examining this side failed: ${reply.error.split('\n')[0]}. Scan it again.` })
    } else {
      throw new Error(reply.error)
    }
  })
}
