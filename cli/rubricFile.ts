import { readFile } from 'node:fs/promises'
import { issueText } from '../core/model/issues'
import { readRubric } from '../core/rubric/readRubric'
import type { Rubric } from '../core/rubric/rubric'
import { standardInput, standardInputText } from './standardInput'
import { UsageError } from './usage'

/** Reads and checks a rubric file. @throws {UsageError} with one line for each fault */
export async function loadRubric(file: string): Promise<Rubric> {
  let text: string
  try {
    text = await (file === standardInput ? standardInputText() : readFile(file, 'utf8'))
  } catch (error) {
    throw new UsageError(`${file}: cannot be read (${(error as Error).message}).`, { cause: error })
  }
  let input: unknown
  try {
    input = JSON.parse(text)
  } catch (error) {
    throw new UsageError(`${file}: is not JSON (${(error as Error).message}).`, { cause: error })
  }
  const read = readRubric(input)
  if (!read.ok) throw new UsageError(read.issues.map(issue => `${file}: ${issueText(issue)}`).join('\n'))
  return read.rubric
}
