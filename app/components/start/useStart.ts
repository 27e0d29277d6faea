import { checkValue, shownValue } from '~~/core/fields/fieldValue'
import type { Choices, ChosenSend } from '~~/core/rubric/choices'
import type { LookupAnswers } from '~~/core/model/lookup'
import type { Field } from '~~/core/rubric/field'
import { rubricWords } from '~~/core/rubric/rubricWords'
import type { StartForm } from '~~/shared/views/start'
import { withChoices } from '~~/core/rubric/withChoices'

/** What a person fills in before a scan. It outlives the screen: whoever was signed out finds it again. */
interface Draft {
  values: Record<string, string>
  choices: Choices
  sends: Record<string, ChosenSend>
}

/** Starting a batch with a rubric: its form, what was filled in, what still keeps it from starting. */
export function useStart(rubric: string) {
  const { data: form, trouble } = useLoaded<StartForm>(`/api/rubrics/${rubric}/start`)
  const me = useMe()
  const draft = useSessionStorage<Draft>(`start:${me.person?.id}:${rubric}`, { values: {}, choices: {}, sends: {} })
  const answers = shallowRef<LookupAnswers>({})
  let chosen: Record<string, string> = {}

  watch(form, found => found && (draft.value.choices = { ...found.changed, ...draft.value.choices }), { once: true })

  const settings = computed(() => form.value && { ...form.value.settings, ...draft.value.choices })
  /** What will be done, with what the person changed. */
  const words = computed(() =>
    form.value ? rubricWords(withChoices(form.value.rubric, draft.value.choices), new Map(Object.entries(form.value.destinations))) : [],
  )
  const languages = computed(() => form.value?.rubric.read.languages ?? [])
  const faultOf = (field: Field): string | null => {
    const typed = draft.value.values[field.id]?.trim() ?? ''
    if (typed === '') return field.required ? `${field.label} is needed.` : null
    const checked = checkValue(field, typed, languages.value)
    return checked.ok ? null : checked.why
  }
  /** What keeps the scan from starting, besides the device; null where nothing does. */
  const missing = computed(() => {
    if (!form.value) return trouble.value ? 'What this rubric asks cannot be had now.' : 'Looking what this rubric asks…'
    for (const field of form.value.fields) {
      const fault = faultOf(field)
      if (fault) return fault
    }
    const unsent = form.value.sends.find(send => send.asks === 'people' && !draft.value.sends[send.to]?.people.length)
    return unsent ? `Choose who gets it by ${unsent.name}.` : null
  })
  const shown = (field: Field) => {
    const typed = draft.value.values[field.id]?.trim() ?? ''
    const checked = typed ? checkValue(field, typed, languages.value) : null
    return checked?.ok ? shownValue(field, checked.value) : typed
  }

  /** Fills what business records know about what was typed. */
  async function lookUp(picked?: { system: string; record: string }) {
    if (!form.value?.lookedUp) return
    chosen = picked ? { ...chosen, [picked.system]: picked.record } : {}
    const found = await ask<{ values: Record<string, string>; answers: LookupAnswers }>(`/api/rubrics/${rubric}/lookup`, {
      method: 'POST',
      body: { values: draft.value.values, chosen },
    })
    answers.value = found.answers
    for (const field of form.value.fields) {
      const value = found.values[field.id]
      if (value !== undefined) draft.value.values[field.id] = shownValue(field, value)
    }
  }

  async function start(device: string | null, name = ''): Promise<number> {
    const values = Object.fromEntries((form.value?.fields ?? []).map(field => [field.id, draft.value.values[field.id] ?? '']))
    const { id } = await ask<{ id: number }>('/api/batches', {
      method: 'POST',
      body: { rubric, name, values, choices: draft.value.choices, sends: Object.values(draft.value.sends), ...(device ? { device } : {}) },
    })
    draft.value = { values: {}, choices: {}, sends: {} }
    return id
  }

  return { form, trouble, draft, settings, words, answers: readonly(answers), missing, faultOf, shown, lookUp, start }
}
