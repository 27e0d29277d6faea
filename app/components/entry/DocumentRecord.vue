<script setup lang="ts">
import { shownValue } from '~~/core/fields/fieldValue'
import type { DocumentPage } from '~~/shared/views/documents'
import type { Word } from '~~/core/model/evidence'
import { origins } from '~/words/origins'
import { saidSize } from '~/words/size'
import { soughtWords } from '../find/soughtWords'
import { saidTime } from '~/words/time'

const props = defineProps<{ document: DocumentPage }>()
const emit = defineEmits<{ changed: [] }>()
const { running, trouble, run } = useAction()
const code = ref('')
/** Opened again, it is corrected on the entry card, and sent as its next edition once it is confirmed. */
const correct = () =>
  run(async () => {
    await ask(`/api/documents/${props.document.id}/amend`, { method: 'POST', body: props.document.needsCode ? { code: code.value } : {} })
    emit('changed')
  })
const sendAgain = () =>
  run(async () => {
    await ask(`/api/documents/${props.document.id}/send`, { method: 'POST' })
    emit('changed')
  })
const route = useRoute()
const pageAt = ref(Math.min(props.document.pages.length, Math.max(1, Number(route.query.page) || 1)) - 1)
const page = computed(() => props.document.pages[pageAt.value] ?? null)
/** What was searched for is marked where it stands. */
const sought = String(route.query.find ?? '')
const words = shallowRef<Word[]>([])
watch(
  () => page.value?.id,
  async id => {
    words.value = []
    if (sought && id !== undefined) words.value = await ask<Word[]>(`/api/pages/${id}/words`).catch(() => [])
  },
  { immediate: true },
)
const reading = shallowRef<typeof page.value>(null)
function putRight() {
  reading.value = null
  emit('changed')
}
const marked = computed(() => soughtWords(words.value, sought))
const values = computed(() =>
  (props.document.documentType?.fields ?? []).flatMap(field => {
    const found = props.document.fields[field.id]
    return found ? [{ id: field.id, label: field.label, value: shownValue(field, found.value), from: found.from }] : []
  }),
)
</script>

<template>
  <div class="grid gap-10 lg:h-[calc(100vh-10.5rem)] lg:grid-cols-[minmax(0,1fr)_27rem]">
    <div class="flex h-[70vh] min-w-0 flex-col lg:h-full">
      <div class="min-h-0 flex-1">
        <PageImage
          v-if="page"
          :src="`/api/pages/${page.id}/view?v=${page.picture}`"
          :alt="`Page ${pageAt + 1} of ${document.pages.length}`"
          :width-px="page.widthPx"
          :height-px="page.heightPx"
          :dpi="page.dpi"
          :mark="marked[0] ?? null"
        >
          <span
            v-for="word in marked"
            :key="`${word.x} ${word.y}`"
            data-found
            class="pointer-events-none absolute bg-ochre/25"
            :style="{
              left: `${word.x * page.dpi}px`,
              top: `${word.y * page.dpi}px`,
              width: `${word.width * page.dpi}px`,
              height: `${word.height * page.dpi}px`,
            }"
          />
        </PageImage>
      </div>
      <PageTabs v-model="pageAt" :count="document.pages.length">
        <button
          v-if="page && !page.bornDigital && document.state === 'sent' && document.may.includes('index')"
          type="button"
          class="tool ml-auto"
          @click="reading = page"
        >
          Put right what was read
        </button>
      </PageTabs>
      <WordsDialog :document="document" :page="reading" @close="reading = null" @done="putRight" />
    </div>
    <div class="min-h-0 space-y-8 overflow-y-auto pr-2" tabindex="0" role="region" aria-label="Files, values and slips">
      <section>
        <h2 class="mb-1 text-xl">{{ document.files.length === 1 ? 'File' : 'Files' }}</h2>
        <ul v-if="document.files.length">
          <li v-for="file in document.files" :key="file.id" class="border-b border-rule py-2">
            <p class="flex items-baseline gap-3">
              <span class="numbers min-w-0 flex-1 break-words">{{ file.name }}</span
              ><span v-if="document.edition > 1" class="small text-faded">edition {{ file.edition }}</span
              ><span class="small text-faded">{{ saidSize(file.bytes) }}</span>
            </p>
            <p class="mt-1 flex gap-5">
              <a class="link" :href="`/api/files/${file.id}?as=view`" target="_blank" rel="noopener">Open</a
              ><a class="link" :href="`/api/files/${file.id}`" download>Download</a>
            </p>
          </li>
        </ul>
        <p v-else class="text-faded">
          {{ document.batchState === 'to check' ? 'Its files are made once the batch was checked.' : 'The file is being made.' }}
        </p>
      </section>
      <section>
        <h2 class="mb-1 text-xl">Index values</h2>
        <p v-if="!values.length" class="text-faded">
          {{ document.documentType?.fields.length ? 'None was entered.' : 'This kind of document has none.' }}
        </p>
        <dl v-else>
          <div v-for="one in values" :key="one.id" class="flex items-baseline gap-3 border-b border-rule py-1.5">
            <dt class="w-32 shrink-0 text-faded">{{ one.label }}</dt>
            <dd class="min-w-0 flex-1 break-words">{{ one.value }}</dd>
            <dd class="small text-faded">{{ origins[one.from] }}</dd>
          </div>
        </dl>
        <p v-if="document.indexedBy && document.indexedAt" class="small mt-2 text-faded">
          Confirmed by {{ document.indexedBy }}, {{ saidTime(document.indexedAt) }}
        </p>
        <p v-if="document.state === 'sent'" class="mt-2 flex flex-wrap items-center gap-4">
          <CodeAgain v-if="document.needsCode" v-model="code" />
          <button type="button" class="act-quiet min-h-9!" :disabled="running" @click="correct">Correct its type or values</button>
          <span class="small text-faded">It is sent again as edition {{ document.edition + 1 }}; what was sent stays.</span>
        </p>
        <TroubleBand :words="trouble" />
      </section>
      <section>
        <h2 class="mb-1 text-xl">Slips</h2>
        <p v-if="!document.slips.length" class="text-faded">Not sent anywhere yet.</p>
        <DeliverySlip v-for="slip in document.slips" :key="slip.id" :slip="slip" />
        <p v-if="document.state === 'sent' && document.slips.length" class="mt-2 flex flex-wrap items-center gap-4">
          <button type="button" class="act-quiet min-h-9!" :disabled="running" @click="sendAgain">Send it once more</button>
          <span class="small text-faded">The same files to the same places, as edition {{ document.edition + 1 }}.</span>
        </p>
      </section>
      <DocumentHistory :document="document" />
      <AddPages :document="document" @changed="emit('changed')" />
    </div>
  </div>
</template>
