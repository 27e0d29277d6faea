import type { RawRubric } from '~/components/rules/useRubricText'

/**
 * Keys of a part of the rubric as models: what is left out has its usual value, and what gets that again is left out.
 * @param read gives the part
 * @param write puts a changed one in its place
 */
export function usePart<Part extends object>(
  rubric: Ref<RawRubric | null>,
  change: (by: (rubric: RawRubric) => void) => void,
  read: (rubric: RawRubric) => Part | undefined,
  write: (rubric: RawRubric, part: Part) => void,
) {
  return <Key extends keyof Part>(key: Key, usual: NonNullable<Part[Key]>) =>
    computed<NonNullable<Part[Key]>>({
      get: () => (rubric.value && read(rubric.value)?.[key]) ?? usual,
      set: value => change(copy => write(copy, { ...read(copy), [key]: value === usual ? undefined : value } as Part)),
    })
}
