<script setup lang="ts">
import type { Word } from '~~/core/model/evidence'
import type { DocumentPage } from '~~/shared/views/documents'
import { useEntry } from './useEntry'

const props = defineProps<{ document: DocumentPage }>()
const emit = defineEmits<{ kept: [] }>()

const { fields, values, changed, needed, faults, firstFault } = useEntry(() => props.document)
const { running, trouble, run } = useAction()
const card = useTemplateRef<HTMLFormElement>('card')
const pageAt = ref(0)
const focused = ref<string | null>(null)
const page = computed(() => props.document.pages[pageAt.value] ?? props.document.pages[0] ?? null)
const words = shallowRef<Word[]>([])

watch(
  () => page.value?.id,
  async id => {
    words.value = []
    if (id !== undefined) words.value = await ask<Word[]>(`/api/pages/${id}/words`).catch(() => [])
  },
  { immediate: true },
)

const controls = () => [...(card.value?.querySelectorAll<HTMLElement>('[data-field]') ?? [])]
const focusField = (id: string) =>
  controls()
    .find(control => control.dataset.field === id)
    ?.focus()

/** The first field that is empty or doubtful gets the cursor. */
watch(
  () => props.document.id,
  async () => {
    pageAt.value = 0
    await nextTick()
    const empty = fields.value.filter(field => !values.value[field.id])
    const open = empty.find(field => needed.value.has(field.id) || props.document.candidates[field.id]) ?? fields.value[0]
    if (open) focusField(open.id)
  },
  { immediate: true },
)

async function save(confirm: boolean) {
  if (confirm) {
    const fault = firstFault()
    if (fault) return focusField(fault)
  }
  const done = await run(() =>
    ask(`/api/documents/${props.document.id}/fields`, { method: 'PUT', body: { values: values.value, confirm } }),
  )
  if (!done) return
  const next =
    props.document.siblings.find(one => one.state === 'open' && one.filled && one.position > props.document.position) ??
    props.document.siblings.find(one => one.state === 'open' && one.filled && one.id !== props.document.id)
  if (!confirm) emit('kept')
  else await navigateTo(next ? `/documents/${next.id}` : `/batches/${props.document.batch}`)
}

/** Where the value of the field with the cursor was read; its page is turned to. */
const mark = computed(() => {
  const found = focused.value === null ? null : placeOf(focused.value)
  return found?.page === page.value?.position ? (found?.box ?? null) : null
})
const placeOf = (id: string) => props.document.fields[id] ?? props.document.candidates[id]?.[0] ?? null

function onFocus(id: string, event: FocusEvent) {
  focused.value = id
  filling.value = null
  inside.value = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement ? event.target : null
  const at = props.document.pages.findIndex(one => one.position === placeOf(id)?.page)
  if (at >= 0) pageAt.value = at
}

/** Enter goes to the next field, from the last one to the next document. */
function onEnter(event: KeyboardEvent) {
  const all = controls()
  const at = all.indexOf(event.target as HTMLElement)
  const newLine = event.shiftKey && event.target instanceof HTMLTextAreaElement
  // On a button Enter presses it; with Ctrl it means the card, wherever the cursor is.
  if ((at < 0 && !event.ctrlKey) || newLine) return
  event.preventDefault()
  if (event.ctrlKey || at === all.length - 1) void save(true)
  else all[at + 1]!.focus()
}

/** Values that a business record gave; what was typed elsewhere stays. */
function takeValues(found: Record<string, string>) {
  Object.assign(values.value, found)
  emit('kept')
}

function onKey(event: KeyboardEvent) {
  if (event.key !== 'PageDown' && event.key !== 'PageUp') return
  pageAt.value = Math.min(props.document.pages.length - 1, Math.max(0, pageAt.value + (event.key === 'PageDown' ? 1 : -1)))
  event.preventDefault()
}
useEventListener('keydown', onKey)

/** The word under a click goes into the field that has the cursor; more clicks add more words. */
const filling = ref<string | null>(null)
const inside = shallowRef<HTMLInputElement | HTMLTextAreaElement | null>(null)
function fillFrom(x: number, y: number) {
  const slack = 0.03
  const word = words.value.find(
    one => x >= one.x - slack && x <= one.x + one.width + slack && y >= one.y - slack && y <= one.y + one.height + slack,
  )
  const id = focused.value
  if (!word || !id) return
  const control = inside.value
  if (!control || control.type === 'checkbox') {
    values.value[id] = word.text
    return focusField(id)
  }
  control.value = filling.value === id ? `${control.value} ${word.text}` : word.text
  for (const event of ['input', 'change']) control.dispatchEvent(new Event(event))
  control.focus()
  filling.value = id
}
</script>

<template>
  <div class="grid gap-8 lg:h-[calc(100vh-9.6rem)] lg:grid-cols-[minmax(0,1fr)_25rem]">
    <div class="flex h-[70vh] flex-col lg:h-full">
      <div class="min-h-0 flex-1">
        <PageImage
          v-if="page"
          :src="`/api/pages/${page.id}/view?v=${page.picture}`"
          :alt="`Page ${pageAt + 1} of ${document.pages.length}`"
          :width-px="page.widthPx"
          :height-px="page.heightPx"
          :dpi="page.dpi"
          :mark="mark"
          start="width"
          @point="fillFrom"
        />
      </div>
      <PageTabs v-model="pageAt" :count="document.pages.length">
        <span class="small ml-auto text-faded"
          ><kbd>Page up</kbd> <kbd>Page down</kbd> turn pages; a click on a word puts it in the field</span
        >
      </PageTabs>
    </div>
    <form ref="card" class="flex min-h-0 flex-col border border-rule bg-leaf" @submit.prevent="save(true)" @keydown.enter="onEnter">
      <div class="min-h-0 flex-1 overflow-y-auto px-6 pt-3">
        <h2 class="sr-only">Index values</h2>
        <RecordChoice
          v-for="(answer, system) in document.lookups"
          :key="system"
          :document="document"
          :system="String(system)"
          :answer="answer"
          :typed="values[answer.field] ?? ''"
          @values="takeValues"
        />
        <FieldRow
          v-for="field in fields"
          :key="field.id"
          v-model="values[field.id]!"
          :field="field"
          :found="document.fields[field.id] ?? null"
          :candidates="document.candidates[field.id] ?? []"
          :changed="changed.has(field.id)"
          :needed="needed.has(field.id)"
          :fault="faults.get(field.id) ?? null"
          @focus="onFocus(field.id, $event)"
        />
        <p v-if="!fields.length" class="text-faded">This type of document has no index fields.</p>
        <details class="my-3" :open="document.edition > 1">
          <summary class="link cursor-pointer">Add pages to it</summary>
          <AddPages class="mt-2" :document="document" @changed="emit('kept')" />
        </details>
      </div>
      <div class="border-t border-rule px-6 pt-2.5 pb-1.5">
        <TroubleBand :words="trouble" />
        <button class="act w-full justify-between" :disabled="running">Values are right: next document <kbd>Ctrl Enter</kbd></button>
        <p class="small mt-1 flex items-center justify-between text-faded">
          <span><kbd>Enter</kbd> goes to the next field</span>
          <button type="button" class="link min-h-9" :disabled="running || !changed.size" @click="save(false)">Keep for later</button>
        </p>
      </div>
    </form>
  </div>
</template>
