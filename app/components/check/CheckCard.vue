<script setup lang="ts">
import { readOnPage } from '~~/core/fields/doubt'
import { shownValue } from '~~/core/fields/fieldValue'
import type { FaultPlace } from '~~/core/model/verdict'
import type { Box } from '~~/core/model/zone'
import type { CheckView } from '~~/shared/views/batches'
import type { DocumentPage } from '~~/shared/views/documents'
import { blackWords } from '~/words/blackened'
import { origins } from '~/words/origins'
import { pictureOf } from '../entry/useDocument'

/** A document that a second person checks: its pages, each value beside its place, and a verdict by one key. */
const props = defineProps<{
  document: DocumentPage
  /** No event: the verdict may take the card away before its answer is there, and a card that is gone is not heard. */
  done: () => unknown
}>()
const { data: check } = useLoaded<CheckView>(() => `/api/batches/${props.document.batch}/to-check`)
const { running, trouble, run } = useAction()
const pageAt = ref(0)
const page = computed(() => props.document.pages[pageAt.value] ?? null)
const looked = ref<string | null>(null)
const black = shallowRef<typeof page.value>(null)

const values = computed(() =>
  (props.document.documentType?.fields ?? []).map(field => {
    const found = props.document.fields[field.id] ?? null
    const on = props.document.pages.find(one => one.position === found?.page)
    return {
      field,
      found,
      text: found ? shownValue(field, found.value) : '',
      from: found
        ? `${origins[found.from]}${readOnPage.has(found.from) ? `, ${Math.round(found.confidence * 100)} % sure` : ''}`
        : 'nothing',
      snippet: on && found?.box ? { page: on, box: found.box } : null,
    }
  }),
)
const mark = computed(() => {
  const found = looked.value === null ? null : props.document.fields[looked.value]
  return found?.page === page.value?.position ? (found?.box ?? null) : null
})
function look(id: string) {
  looked.value = id
  const at = props.document.pages.findIndex(one => one.position === props.document.fields[id]?.page)
  if (at >= 0) pageAt.value = at
}

const wrong = ref(false)
/** A place that was drawn; a value's own place stands where none was. */
const drawn = shallowRef<FaultPlace | null>(null)
const place = computed<FaultPlace>(() => drawn.value ?? { page: page.value?.position ?? 1, box: mark.value && bare(mark.value) })
const bare = ({ x, y, width, height }: Box): Box => ({ x, y, width, height })
const placeWords = computed(() => {
  const at = props.document.pages.findIndex(one => one.position === place.value.page) + 1
  return place.value.box ? `At the place marked on page ${at}.` : `On page ${at}.`
})
function draw(box: Box) {
  const least = 0.05
  const within = {
    x: Math.max(0, box.x),
    y: Math.max(0, box.y),
    width: Math.max(least, box.width),
    height: Math.max(least, box.height),
  }
  if (page.value) drawn.value = { page: page.value.position, box: within }
}
const give = (body: Record<string, unknown>) =>
  run(async () => {
    await ask(`/api/documents/${props.document.id}/verdict`, { method: 'POST', body })
    await props.done()
  })
const right = () => give({ correct: true })
const sendBack = (fault: Record<string, unknown>) => give({ correct: false, ...fault, ...(page.value ? { place: place.value } : {}) })

const passing = ref(false)
const why = ref('')
const pass = () =>
  run(async () => {
    await ask(`/api/batches/${props.document.batch}/pass`, { method: 'POST', body: { why: why.value } })
    await navigateTo(`/batches/${props.document.batch}`)
  })

function onKey(event: KeyboardEvent) {
  const typing =
    event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement || event.target instanceof HTMLSelectElement
  if (typing || event.ctrlKey || event.altKey || event.metaKey) return
  const acts: Record<string, () => unknown> = {
    r: right,
    w: () => (wrong.value = true),
    PageDown: () => (pageAt.value = Math.min(props.document.pages.length - 1, pageAt.value + 1)),
    PageUp: () => (pageAt.value = Math.max(0, pageAt.value - 1)),
  }
  const act = acts[event.key.length === 1 ? event.key.toLowerCase() : event.key]
  if (!act || wrong.value || passing.value) return
  event.preventDefault()
  act()
}
useEventListener('keydown', onKey)
</script>

<template>
  <div class="grid gap-8 lg:h-[calc(100vh-9.9rem)] lg:grid-cols-[minmax(0,1fr)_27rem]">
    <div class="flex h-[70vh] min-w-0 flex-col lg:h-full">
      <div class="min-h-0 flex-1">
        <PageImage
          v-if="page"
          :src="pictureOf(page)"
          :alt="`Page ${pageAt + 1} of ${document.pages.length}`"
          :width-px="page.widthPx"
          :height-px="page.heightPx"
          :dpi="page.dpi"
          :mark="mark"
          :sweeps-at="() => wrong"
          start="width"
          @sweep="draw"
        >
          <PageBox v-if="drawn && drawn.page === page.position && drawn.box" :box="drawn.box" :dpi="page.dpi" />
        </PageImage>
      </div>
      <PageMeasures v-if="page" class="mt-1.5" :page="page" />
      <PageTabs v-model="pageAt" :count="document.pages.length">
        <span class="small ml-auto text-faded"><kbd>Page up</kbd> <kbd>Page down</kbd> turn pages</span>
      </PageTabs>
    </div>
    <section class="flex min-h-0 flex-col border border-rule bg-leaf" aria-labelledby="check-title">
      <div class="min-h-0 flex-1 overflow-y-auto px-6 pt-3" tabindex="0" role="region" aria-label="Values and their places">
        <h2 id="check-title" class="text-xl">Does it all agree?</h2>
        <p v-if="check?.lot" class="small mb-2 text-faded">{{ check.lot.why }} {{ check.waiting }} wait still.</p>
        <ul>
          <li v-for="one in values" :key="one.field.id" class="border-t border-rule py-2">
            <div class="flex items-baseline justify-between gap-3">
              <button type="button" class="link text-left" :aria-pressed="looked === one.field.id" @click="look(one.field.id)">
                {{ one.field.label }}
              </button>
              <span class="small text-faded">{{ one.from }}</span>
            </div>
            <p class="numbers text-lg break-words">{{ one.text || '–' }}</p>
            <ValueSnippet v-if="one.snippet" class="mt-1" :page="one.snippet.page" :box="one.snippet.box" :label="one.field.label" />
          </li>
        </ul>
        <p v-if="!values.length" class="text-faded">This type of document has no index fields: compare its pages alone.</p>
        <p v-if="page?.black" class="border-t border-rule py-2">
          <button type="button" class="link" @click="black = page">{{ blackWords(page.black) }}</button>
        </p>
        <BlackOutDialog :page="black" :editable="false" @close="black = null" />
        <p v-if="document.indexedBy" class="small border-t border-rule py-2 text-faded">Entered by {{ document.indexedBy }}</p>
      </div>
      <div class="border-t border-rule px-6 pt-2.5 pb-2">
        <TroubleBand :words="trouble" />
        <FaultForm
          v-if="wrong"
          :fields="values.map(one => one.field)"
          :at="looked"
          :place="placeWords"
          :marked="drawn !== null"
          :running="running"
          @send="sendBack"
          @unmark="drawn = null"
          @close="((wrong = false), (drawn = null))"
        />
        <form v-else-if="passing" @submit.prevent="pass" @keydown.esc="passing = false">
          <label class="block">Why may the batch go on without its check? <input v-model="why" class="field" maxlength="300" /></label>
          <p class="mt-2 flex gap-3">
            <button class="act" :disabled="running || why.trim().length < 3">Pass it unchecked</button>
            <button type="button" class="act-quiet" @click="passing = false">Go on checking <kbd>Esc</kbd></button>
          </p>
        </form>
        <template v-else>
          <p class="flex gap-3">
            <button type="button" class="act flex-1 justify-between" :disabled="running" @click="right">It is right <kbd>R</kbd></button>
            <button type="button" class="act-quiet" :disabled="running" @click="wrong = true">Something is wrong <kbd>W</kbd></button>
          </p>
          <p class="small text-right">
            <button type="button" class="link min-h-8" @click="passing = true">Pass the batch without…</button>
          </p>
        </template>
      </div>
    </section>
  </div>
</template>
