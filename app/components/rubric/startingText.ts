import { startingRubrics } from '~~/core/rubric/startingRubrics'

/** A rubric's JSON as people read and change it. */
export const rubricText = (body: unknown) => `${JSON.stringify(body, null, 2)}\n`

/** One of the rubrics that ship, in the office's languages, sent to this destination. */
export function startingText(id: string, destination: string | null, languages: readonly string[]): string {
  const { body } = startingRubrics.find(one => one.id === id) ?? startingRubrics.at(-1)!
  return rubricText({ ...body, read: { ocr: true, languages }, send: destination ? [{ to: destination }] : [] })
}
