<script setup lang="ts">
import type { DocumentPage, SiblingView } from '~~/shared/views/documents'
import { faultWords } from '~/words/faults'
import { keptWords, useCard } from './useCard'

/** Many short documents: the page fills the screen, one field stands below it, and Enter goes on. */
const props = defineProps<{ document: DocumentPage; next: SiblingView | null; done: () => unknown }>()
const emit = defineEmits<{ kept: [] }>()

const bar = useTemplateRef<HTMLFormElement>('bar')
const at = ref<string | null>(null)
async function show(id: string) {
  at.value = id
  await nextTick()
  bar.value?.querySelector<HTMLElement>('[data-field]')?.focus()
}
const card = useCard(
  () => props.document,
  () => props.next,
  { kept: () => emit('kept'), done: () => void props.done(), focus: id => void show(id) },
)
const { fields, values, changed, needed, faults, seen, draft, lease, running, trouble, pageAt, field, words, notMine, mark } = card
const shown = computed(() => fields.value.find(one => one.id === at.value) ?? null)
const place = computed(() => fields.value.findIndex(one => one.id === at.value))
onMounted(() => {
  const first = card.firstField()
  if (first && !notMine.value) void show(first)
})

function onEnter(event: KeyboardEvent) {
  const target = event.target as HTMLElement
  const own = target.dataset.field
  if ((own === undefined && !event.ctrlKey) || (event.shiftKey && target instanceof HTMLTextAreaElement)) return
  event.preventDefault()
  if (event.ctrlKey) return void card.save(true)
  const all = [...(bar.value?.querySelectorAll<HTMLElement>('[data-field]') ?? [])]
  const beside = all[all.indexOf(target) + 1]
  if (beside) return beside.focus()
  card.goOn(own!)
}
/** The field before or after, whatever is in it. */
function step(by: 1 | -1) {
  const other = fields.value[place.value + by]
  if (other) void show(other.id)
}
function onKey(event: KeyboardEvent) {
  if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
  event.preventDefault()
  step(event.key === 'ArrowDown' ? 1 : -1)
}
useEventListener('keydown', onKey)
</script>

<template>
  <div class="flex h-[calc(100vh-9.9rem)] min-h-96 flex-col gap-3">
    <div class="min-h-0 flex-1">
      <EntryPage
        v-model="pageAt"
        class="h-full!"
        :document="document"
        :words="words"
        :field="field"
        :mark="mark"
        @fill="card.fill"
        @changed="emit('kept')"
      />
    </div>
    <form ref="bar" class="border border-rule bg-leaf px-6 py-3" @submit.prevent="card.save(true)" @keydown.enter="onEnter">
      <p v-if="notMine" role="status" class="flex gap-5">
        {{ document.keyedBefore ? 'You keyed this document; somebody else keys it now.' : `${lease.other.value} is at this document now.` }}
        <NuxtLink v-if="next" :to="`/documents/${next.id}`" class="link">Go to the next one that is free</NuxtLink>
        <button v-if="!document.keyedBefore" type="button" class="link" @click="card.takeOver()">Take it over</button>
      </p>
      <p v-if="document.returned" class="small" data-returned>
        {{ document.returned.by }} sent it back: {{ faultWords[document.returned.kind] }}.
        <template v-if="document.returned.note">“{{ document.returned.note }}”</template>
      </p>
      <fieldset :disabled="notMine" class="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-x-8">
        <FieldRow
          v-if="shown"
          :key="shown.id"
          v-model="values[shown.id]!"
          class="mb-0! text-lg"
          :field="shown"
          :document="document"
          :words="words"
          :found="document.fields[shown.id] ?? null"
          :candidates="document.candidates[shown.id] ?? []"
          :changed="changed.has(shown.id)"
          :needed="needed.has(shown.id)"
          :fault="faults.get(shown.id) ?? null"
          :focused="true"
          :seen="seen.has(shown.id)"
          @focus="card.onFocus(shown.id)"
          @record="card.takeRecord"
        />
        <p v-else class="text-faded">This type of document has no index fields.</p>
        <button class="act" :disabled="running">Values are right <kbd>Ctrl Enter</kbd></button>
      </fieldset>
      <TroubleBand :words="trouble ?? draft.refused.value" />
      <p class="small mt-1 flex flex-wrap gap-x-5 text-faded">
        <span>field {{ place + 1 }} of {{ fields.length }}</span>
        <span><kbd>Enter</kbd> next to do, <kbd>Alt ↓</kbd> <kbd>Alt ↑</kbd> the field after, the one before</span>
        <span class="ml-auto">{{ keptWords[draft.state.value] }}</span>
      </p>
    </form>
  </div>
</template>
