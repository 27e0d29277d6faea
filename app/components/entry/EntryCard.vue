<script setup lang="ts">
import type { DocumentPage, SiblingView } from '~~/shared/views/documents'
import { faultWords } from '~/words/faults'
import { keptWords, useCard } from './useCard'

const props = defineProps<{ document: DocumentPage; next: SiblingView | null; done: () => unknown }>()
const emit = defineEmits<{ kept: [] }>()

const form = useTemplateRef<HTMLFormElement>('form')
const controls = () => [...(form.value?.querySelectorAll<HTMLElement>('[data-field]') ?? [])]
const focusField = (id: string) =>
  controls()
    .find(control => control.dataset.field === id)
    ?.focus()
const card = useCard(
  () => props.document,
  () => props.next,
  { kept: () => emit('kept'), done: () => void props.done(), focus: focusField },
)
const { fields, values, changed, needed, faults, seen, draft, lease, running, trouble, pageAt, focused, field, words, notMine, mark } = card

/** Devices are asked for by whoever wants to add pages, not with each card; what is being uploaded stays when that is closed. */
const adding = ref(props.document.edition > 1)

onMounted(() => {
  const first = card.firstField()
  if (first && !notMine.value) focusField(first)
})

/** Enter goes to the next field at which there is something to do; where there is none, to the next document. */
function onEnter(event: KeyboardEvent) {
  const all = controls()
  const at = all.indexOf(event.target as HTMLElement)
  const newLine = event.shiftKey && event.target instanceof HTMLTextAreaElement
  // On a button Enter presses it; with Ctrl it means the card, wherever the cursor is.
  if ((at < 0 && !event.ctrlKey) || newLine) return
  event.preventDefault()
  if (event.ctrlKey) return void card.save(true)
  const own = all[at]!.dataset.field!
  // Rows are gone through cell by cell.
  if (all[at + 1]?.dataset.field === own) return all[at + 1]!.focus()
  card.goOn(own)
}
</script>

<template>
  <div class="grid gap-8 lg:h-[calc(100vh-9.9rem)] lg:grid-cols-[minmax(0,1fr)_25rem]">
    <EntryPage v-model="pageAt" :document="document" :words="words" :field="field" :mark="mark" @fill="card.fill" @changed="emit('kept')" />
    <form ref="form" class="flex min-h-0 flex-col border border-rule bg-leaf" @submit.prevent="card.save(true)" @keydown.enter="onEnter">
      <div v-if="notMine" class="border-b border-rule bg-ochre-wash px-6 py-3" role="status">
        <p v-if="document.keyedBefore">You keyed this document. Somebody else keys it now, without seeing what you did.</p>
        <p v-else>{{ lease.other.value }} is at this document now.</p>
        <p class="mt-1 flex gap-5">
          <NuxtLink v-if="next" :to="`/documents/${next.id}`" class="link">Go to the next one that is free</NuxtLink>
          <button v-if="!document.keyedBefore" type="button" class="link" @click="card.takeOver()">Take it over</button>
        </p>
      </div>
      <fieldset class="min-h-0 flex-1 overflow-y-auto px-6 pt-3" :disabled="notMine">
        <h2 class="sr-only">Index values</h2>
        <p v-if="document.returned" class="mb-3 border-l-4 border-ochre bg-ochre-wash px-4 py-2" data-returned>
          {{ document.returned.by }} sent it back: {{ faultWords[document.returned.kind] }}.
          <template v-if="document.returned.note">“{{ document.returned.note }}”</template>
        </p>
        <p v-if="document.twice.length && document.pass < 3" class="small mb-2 text-faded">
          Keyed by two people, neither of whom sees what the other or the machine says.
        </p>
        <p v-else-if="document.twice.length" class="small mb-2 text-ochre">Two people keyed this and differ: decide by the page.</p>
        <TypeChoice v-if="document.types.length > 1" :document="document" @before="draft.send()" @changed="emit('kept')" />
        <RecordChoice
          v-for="(answer, system) in document.lookups"
          :key="system"
          :document="document"
          :system="String(system)"
          :answer="answer"
          :typed="values[answer.field] ?? ''"
          @values="card.takeValues"
        />
        <FieldRow
          v-for="one in fields"
          :key="one.id"
          v-model="values[one.id]!"
          :field="one"
          :document="document"
          :words="words"
          :found="document.fields[one.id] ?? null"
          :candidates="document.candidates[one.id] ?? []"
          :changed="changed.has(one.id)"
          :needed="needed.has(one.id)"
          :fault="faults.get(one.id) ?? null"
          :focused="focused === one.id"
          :seen="seen.has(one.id)"
          @focus="card.onFocus(one.id)"
          @row="card.onRow"
          @record="card.takeRecord"
        />
        <p v-if="!fields.length" class="text-faded">This type of document has no index fields.</p>
        <details class="my-3" :open="document.edition > 1" @toggle="adding ||= ($event.target as HTMLDetailsElement).open">
          <summary class="link cursor-pointer">Add pages to it</summary>
          <AddPages v-if="adding" class="mt-2" :document="document" @changed="emit('kept')" />
        </details>
      </fieldset>
      <div class="border-t border-rule px-6 pt-2 pb-0.5">
        <TroubleBand :words="trouble ?? draft.refused.value" />
        <button class="act w-full justify-between" :disabled="running || notMine">
          Values are right{{ next ? ': next document' : '' }} <kbd>Ctrl Enter</kbd>
        </button>
        <p class="small flex items-center justify-between text-faded">
          <span><kbd>Enter</kbd> next to do · {{ keptWords[draft.state.value] }}</span>
          <button type="button" class="link min-h-7" :disabled="running || notMine" @click="card.save(false)">Stop here</button>
        </p>
      </div>
    </form>
  </div>
</template>
