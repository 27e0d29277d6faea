import type { Word } from '~~/core/model/evidence'
import { textOf } from '~~/core/text/lines'
import type { RawField, RawSource } from '~/components/rules/useRubricText'
import { atPlace, besideLabel } from './pointed'

/** What is pointed at: a label, then its value; or a value by its place alone. */
export type Pointing = 'label' | 'value' | 'place'

/**
 * Where a field's value is found, by pressing words of a page.
 * @param field the one that is open; another one ends the pointing
 * @param taken gives it its new source, and its label as its name where it had none
 */
export function usePointing(field: Ref<RawField | null>, taken: (field: RawField, to: Partial<RawField>) => void) {
  const pointing = ref<Pointing | null>(null)
  const label = shallowRef<Word[]>([])
  watch(
    () => field.value?.id,
    () => (pointing.value = null),
  )
  const asks = computed(() =>
    pointing.value === null
      ? null
      : pointing.value === 'label'
        ? 'Press the label, the words beside the value'
        : pointing.value === 'value'
          ? `Now press the value that belongs to “${textOf(label.value)}”`
          : 'Press the value',
  )
  function point(what: Pointing | null) {
    pointing.value = what
    label.value = []
  }
  function press(words: Word[]) {
    const one = field.value
    if (!one) return
    if (pointing.value === 'label') {
      label.value = words
      pointing.value = 'value'
      return
    }
    const source: RawSource = pointing.value === 'value' ? besideLabel(label.value, words) : atPlace(words)
    const named = label.value.length && /^Field \d+$/.test(one.label) ? textOf(label.value).replace(/[:.\s]+$/, '') : one.label
    taken(one, { from: [...(one.from ?? []), source], label: named })
    point(null)
  }
  return { pointing: readonly(pointing), label, asks, point, press }
}
