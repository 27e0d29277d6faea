<script setup lang="ts">
import { useDocument } from '~/components/entry/useDocument'
import EntryCard from '~/components/entry/EntryCard.vue'
import QuickEntry from '~/components/entry/QuickEntry.vue'
import { useStrip } from '~/components/entry/useStrip'

// One page for all documents of a batch: its strip stays while one goes from one to the next.
definePageMeta({ key: 'document' })
const route = useRoute()
const id = computed(() => Number(route.params.id))
const { document, trouble, gone, refresh } = useDocument(id)
const batch = computed(() => document.value?.batch ?? null)
const strip = useStrip(id, batch)
useLive(
  () => batch.value ?? 0,
  changed => Promise.all([strip.refresh(changed), changed === null || changed.has(id.value) ? refresh() : null]),
)

const title = computed(() => {
  const found = document.value
  if (!found) return 'Document'
  const first = found.documentType?.fields.map(field => (field.kind === 'table' ? undefined : found.fields[field.id]?.value)).find(Boolean)
  return [found.documentType?.label ?? 'Document', first].filter(Boolean).join(' ')
})
useHead({ title: () => `${title.value} · Rubricator` })
const entering = computed(() => document.value?.state === 'open' && document.value.filled)

/** For many short documents: the page large, one field below it. */
const quick = useLocalStorage('rubricator-one-field', false)
const checking = computed(
  () =>
    document.value?.state === 'indexed' &&
    document.value.drawn &&
    document.value.batchState === 'to check' &&
    document.value.may.includes('check'),
)
/** The next one of the batch that waits, or what became of it. */
const toNextCheck = () => navigateTo(`/batches/${batch.value}/check`)
/** Nothing is left in this batch: on to the next one, where one goes through all of a rubric. */
const toBatch = () => navigateTo(route.query.queue ? { path: '/enter', query: { rubric: route.query.queue } } : `/batches/${batch.value}`)
// A correction may have joined it to another one.
watch(gone, is => is && batch.value !== null && void navigateTo(`/batches/${batch.value}/values`, { replace: true }))

function onKey(event: KeyboardEvent) {
  if (!event.altKey || (event.key !== 'PageDown' && event.key !== 'PageUp')) return
  event.preventDefault()
  const other = strip.beside(event.key === 'PageDown' ? 1 : -1)
  if (other) void navigateTo(`/documents/${other.id}`)
}
useEventListener('keydown', onKey)
</script>

<template>
  <TroubleBand :words="gone ? null : trouble" />
  <template v-if="document">
    <PageTitle :title="title" low>
      <template #above>
        <p class="small flex flex-wrap gap-x-4 text-faded">
          <NuxtLink :to="`/batches/${document.batch}`" class="link">{{ document.batchName }}</NuxtLink
          ><span>document {{ document.position }} of {{ document.documents }}</span><StateMark :state="document.state" />
        </p>
      </template>
      <button v-if="entering" type="button" class="tool" :aria-pressed="quick" @click="quick = !quick">
        {{ quick ? 'All fields at once' : 'One field at a time' }}
      </button>
      <p class="small text-faded"><kbd>Alt Page up</kbd> <kbd>Alt Page down</kbd> the document before, the next</p>
    </PageTitle>
    <DocumentStrip :strip="strip" :current="document.id" class="mt-2" />
    <component
      :is="quick ? QuickEntry : EntryCard"
      v-if="entering"
      :key="`${document.id} ${document.type} ${document.pass}`"
      :document="document"
      :next="strip.nextOpen.value"
      :done="toBatch"
      @kept="refresh"
    />
    <CheckCard v-else-if="checking" :key="`check ${document.id}`" :document="document" :done="toNextCheck" />
    <DocumentRecord v-else-if="document.filled" :key="document.id" :document="document" @changed="refresh" />
    <p v-else class="text-faded" role="status">The document is being read; its values appear here when that is done.</p>
  </template>
  <p v-else-if="!trouble" class="text-faded" role="status">Fetching the document…</p>
</template>
