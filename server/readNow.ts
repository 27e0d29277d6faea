import type { Word } from '../core/model/evidence'
import { readPages } from '../engine/ocr'
import { ToolError } from '../engine/tool'
import { refuse } from './route'

let before: Promise<unknown> = Promise.resolve()

/** The words of a page's file, one page after the other: whoever tries a rubric takes one core at most from the workers. */
export function readNow(file: string, dpi: number, languages: readonly string[]): Promise<Word[]> {
  const mine = before.then(() => readPages([file], dpi, languages))
  before = mine.catch(() => undefined)
  return mine.then(
    ([words]) => words ?? [],
    (error: unknown) => {
      throw error instanceof ToolError ? refuse(422, error.message) : error
    },
  )
}
