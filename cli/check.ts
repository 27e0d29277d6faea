import { loadRubric } from './rubricFile'

/** Says that a rubric is sound, or throws with what is wrong. */
export async function check(file: string): Promise<number> {
  const rubric = await loadRubric(file)
  console.log(
    `${file}: "${rubric.name}" is sound: ${rubric.split.rules.length} split rules, ${rubric.types.length} document types, ` +
      `${rubric.files.length} files for each document.`,
  )
  return 0
}
