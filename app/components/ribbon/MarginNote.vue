<script setup lang="ts">
import type { PageNote, PageView } from '~~/shared/views/pages'
import { blackWords } from '~/words/blackened'

const props = defineProps<{ page: PageView | null; editable: boolean }>()
defineEmits<{ black: [page: PageView] }>()

const found = shallowRef<{ page: number; note: PageNote } | null>(null)
const trouble = ref<string | null>(null)
let question = 0
const fetchNote = useDebounceFn(async () => {
  const { page } = props
  const mine = ++question
  if (!page?.examined) return
  try {
    const note = await ask<PageNote>(`/api/pages/${page.id}/note`)
    if (mine === question) found.value = { page: page.id, note }
    trouble.value = null
  } catch (error) {
    trouble.value = troubleWords(error)
  }
}, 70)
// A batch that changed may have moved this page, too.
watch(
  () => props.page,
  () => void fetchNote(),
  { immediate: true },
)

const note = computed(() => (found.value?.page === props.page?.id ? found.value : null))
const why = computed(() => {
  const { page } = props
  if (!page) return null
  if (!page.examined) return 'Safely stored; being examined.'
  if (page.fate === null) return 'Examined; sorted with the batch when its paper is complete.'
  return note.value?.note.why ?? null
})
const evidence = computed(() => {
  const known = note.value?.note.note
  if (!known) return []
  return [
    { name: 'Rule', value: known.rule === null ? null : `number ${known.rule}` },
    { name: 'Read', value: known.read },
    { name: 'How sure', value: known.sure },
    { name: 'How', value: known.tried },
  ].flatMap(({ name, value }) => (value === null ? [] : [{ name, value }]))
})

/** The place that was read, cut out of the page with a little room. */
const cutWidth = 264
const cut = computed(() => {
  const known = note.value?.note
  if (!known?.note?.box || !known.inches || !props.page?.picture) return null
  const room = 0.12
  const box = {
    x: known.note.box.x - room,
    y: known.note.box.y - room,
    width: known.note.box.width + 2 * room,
    height: known.note.box.height + 2 * room,
  }
  const scale = Math.min(cutWidth / box.width, 150 / box.height)
  return {
    src: `/api/pages/${props.page.id}/view?v=${props.page.picture}`,
    width: box.width * scale,
    height: box.height * scale,
    page: known.inches.width * scale,
    left: -box.x * scale,
    top: -box.y * scale,
  }
})
</script>

<template>
  <section aria-labelledby="note-title" aria-live="polite">
    <h2 id="note-title" class="text-xl">Margin note</h2>
    <TroubleBand :words="trouble" />
    <template v-if="page">
      <p class="small text-faded">Sheet {{ page.sheet }}, {{ page.side }} · page {{ page.position }} of the batch</p>
      <p class="mt-1 min-h-14 border-l-2 border-ink pl-3 font-serif text-lg leading-snug italic">{{ why }}</p>
      <div
        v-if="cut"
        class="relative mt-2 overflow-hidden border border-rule bg-white"
        :style="{ width: `${cut.width}px`, height: `${cut.height}px` }"
      >
        <img
          :src="cut.src"
          :alt="`What was read on page ${page.position}`"
          class="absolute max-w-none"
          :style="{ width: `${cut.page}px`, left: `${cut.left}px`, top: `${cut.top}px` }"
        />
      </div>
      <dl v-if="evidence.length" class="small mt-2">
        <div v-for="one in evidence" :key="one.name" class="flex gap-2">
          <dt class="w-16 shrink-0 text-faded">{{ one.name }}</dt>
          <dd class="min-w-0 break-words" :class="{ numbers: one.name === 'Read' }">{{ one.value }}</dd>
        </div>
      </dl>
      <p v-if="page.examined && page.picture && (page.black || editable)" class="small mt-2">
        <button type="button" class="link min-h-8" @click="$emit('black', page)">
          {{ blackWords(page.black) }}
        </button>
      </p>
    </template>
    <p v-else class="text-faded">Choose a page to see why it is where it is.</p>
  </section>
</template>
