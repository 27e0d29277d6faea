<script setup lang="ts">
import { makeChange, type Suggestion, type Tally } from '~~/core/learning/suggestion'
import { useRubricText } from '~/components/rules/useRubricText'
import { evidenceWords, suggestionWords, tallyNames } from '~/words/suggestions'

/** What people corrected, as changes that would spare them that: each is taken into the draft, or dismissed. */
const text = defineModel<string>({ required: true })
const { id } = defineProps<{ id: string }>()
const emit = defineEmits<{ taken: [tab: 'types' | 'rules' | 'clean'] }>()
const { rubric, change } = useRubricText(text)
const { data: suggestions, refresh } = useLoaded<Suggestion[]>(`/api/rubrics/${id}/suggestions`)
const { running, trouble, run } = useAction()
const taken = ref<readonly string[]>([])
const open = ref(false)
const left = computed(() => suggestions.value?.filter(one => !taken.value.includes(one.key)) ?? [])
const tabs = { source: 'types', widen: 'rules', 'max-ink': 'clean' } as const
function take(one: Suggestion) {
  change(copy => makeChange(copy, one.change))
  taken.value = [...taken.value, one.key]
  emit('taken', tabs[one.change.do])
}
const dismiss = (one: Suggestion) =>
  run(async () => {
    await ask(`/api/rubrics/${id}/suggestions/dismiss`, { method: 'POST', body: { key: one.key } })
    await refresh()
  })
const names = Object.entries(tallyNames) as [keyof Tally, string][]
</script>

<template>
  <section v-if="left.length && rubric" class="mb-4 border-l-4 border-lapis bg-leaf px-4 py-2" aria-label="Suggestions" data-suggestions>
    <button type="button" class="link min-h-8" :aria-expanded="open" @click="open = !open">
      {{ left.length === 1 ? 'A suggestion' : `${left.length} suggestions` }} from what people corrected
    </button>
    <TroubleBand :words="trouble" />
    <ul v-if="open" class="divide-y divide-rule">
      <li v-for="one in left" :key="one.key" class="grid items-center gap-x-8 gap-y-2 py-3 lg:grid-cols-[minmax(0,1fr)_auto_auto]">
        <div>
          <p class="font-serif text-xl">{{ suggestionWords(one, rubric) }}</p>
          <p class="text-faded">{{ evidenceWords(one) }}</p>
        </div>
        <table v-if="one.before && one.after" class="small">
          <caption class="sr-only">
            Tried on earlier paper, as people left it
          </caption>
          <thead>
            <tr class="text-faded">
              <th />
              <th v-for="[key, name] in names" :key="key" scope="col" class="pl-4 text-right font-normal">{{ name }}</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row" class="text-left font-normal text-faded">today</th>
              <td v-for="[key] in names" :key="key" class="numbers pl-4 text-right">{{ one.before[key] }}</td>
            </tr>
            <tr>
              <th scope="row" class="text-left font-normal text-faded">with it</th>
              <td v-for="[key] in names" :key="key" class="numbers pl-4 text-right">{{ one.after[key] }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="small max-w-52 text-faded">Once it is in the draft, <em>Try it</em> shows what it does to earlier batches.</p>
        <p class="flex gap-3">
          <button type="button" class="act-quiet min-h-9!" @click="take(one)">Take it into the draft</button>
          <button type="button" class="link min-h-9" :disabled="running" @click="dismiss(one)">Dismiss</button>
        </p>
      </li>
    </ul>
  </section>
</template>
