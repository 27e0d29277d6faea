import { mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import type { Rubric } from '../core/rubric/rubric'
import { restWords } from '../core/text/restingWords'
import { sheetAndSide } from '../core/split/sheets'
import { bookOrder } from '../core/split/bookOrder'
import type { SplitPage } from '../core/split/types'
import type { Word } from '../core/model/evidence'
import type { Examiners } from '../engine/examiners'
import { inParallel } from '../engine/inParallel'
import type { PageFiles } from '../engine/pageFiles'
import type { Progress } from './progress'

/** One side of the batch, with where it came from and what examining made of it. */
export interface Side extends SplitPage {
  source: string
  sourcePage: number | null
  files: PageFiles | null
  mono: boolean
  bornDigital: boolean
  /** Which page of an opened book. */
  half: 'left' | 'right' | null
}

/** A side's words rest where there are many sides: whoever asks for them has them unpacked anew. */
function withResting(side: Side): Side {
  let unpack: (() => Word[]) | null = null
  return Object.defineProperty(side, 'words', {
    enumerable: true,
    get: () => unpack?.() ?? null,
    set: (words: readonly Word[] | null) => (unpack = words && restWords(words)),
  })
}

/** Sides in order; an input that cannot be opened is one side without pages. */
async function listSides(files: readonly string[], rubric: Rubric, examiners: Examiners, jobs: number): Promise<Side[]> {
  const sides: Side[] = []
  let scanned = 0
  const add = (source: string, sourcePage: number | null, trouble: string | null, halves: readonly Side['half'][] = [null]) => {
    const both = rubric.scan.sides === 'both'
    for (const half of halves) {
      sides.push(
        withResting({
          page: sides.length + 1,
          ...sheetAndSide(scanned, both),
          source,
          sourcePage,
          trouble,
          half,
          evidence: null,
          words: null,
          answer: null,
          files: null,
          mono: false,
          bornDigital: false,
        }),
      )
    }
    scanned++
  }
  const spread = bookOrder(rubric)
  const replies = await inParallel(files, jobs, file => examiners.count(file, spread !== null))
  for (const [at, reply] of replies.entries()) {
    const file = files[at]!
    if (reply.outcome === 'failed') throw new Error(`Opening ${file} failed: ${reply.error}`)
    if (reply.outcome === 'unreadable') add(file, null, reply.why)
    else for (let page = 1; page <= reply.pages; page++) add(file, page, null, spread && reply.wide.includes(page) ? spread : [null])
  }
  return sides
}

/** The other side of a sheet, for what may show through. */
function behindOf({ page, sheet, side, half }: Side, sides: readonly Side[]): { file: string; page: number } | null {
  const other = side === 'back' ? sides[page - 2] : undefined
  if (half || !other || other.half || other.sheet !== sheet || other.side === side || other.sourcePage === null) return null
  return { file: other.source, page: other.sourcePage }
}

/** Examines every page of the files. */
export async function examineAll(
  examiners: Examiners,
  files: readonly string[],
  rubric: Rubric,
  work: string,
  jobs: number,
  progress: Progress,
): Promise<Side[]> {
  let done = 0
  const sides = await listSides(files, rubric, examiners, jobs)
  await inParallel(sides, jobs, async side => {
    if (side.sourcePage !== null) {
      const folder = join(work, String(side.page))
      await mkdir(folder)
      const reply = await examiners.examine({
        file: side.source,
        page: side.sourcePage,
        side: side.side,
        half: side.half,
        behind: behindOf(side, sides),
        rubric,
        thumbnail: false,
        folder,
      })
      if (reply.outcome === 'failed') throw new Error(`Examining ${side.source}, page ${side.sourcePage}, failed: ${reply.error}`)
      if (reply.outcome === 'unreadable') side.trouble = reply.why
      else
        Object.assign(side, {
          evidence: reply.evidence,
          files: reply.files,
          mono: reply.mono,
          words: reply.words,
          bornDigital: reply.bornDigital,
        })
    }
    progress.step('Examining', ++done, sides.length)
  })
  return sides
}
