<script setup lang="ts">
import type { DocumentPage } from '~~/shared/views/documents'

definePageMeta({ key: route => route.path })
const id = Number(useRoute().params.id)
const { data: document, trouble, refresh } = useLoaded<DocumentPage>(`/api/documents/${id}`, { is: 'the page' })
useLive(() => document.value?.batch ?? 0, refresh)

const title = computed(() => {
  const found = document.value
  if (!found) return 'Document'
  const first = found.documentType?.fields.map(field => found.fields[field.id]?.value).find(Boolean)
  return [found.documentType?.label ?? 'Document', first].filter(Boolean).join(' ')
})
useHead({ title: () => `${title.value} · Rubricator` })
const entering = computed(() => document.value?.state === 'open' && document.value.filled)
const few = 14
const most = 15
const many = computed(() => (document.value?.siblings.length ?? 0) > few)
/** All documents of the batch, or of a long one those around this. */
const shownSiblings = computed(() => {
  const all = document.value?.siblings ?? []
  const from = Math.max(0, Math.min(all.findIndex(one => one.id === id) - most / 2, all.length - most))
  return all.slice(from, from + most)
})
const neighbours = computed(() => {
  const all = document.value?.siblings ?? []
  const at = all.findIndex(one => one.id === id)
  return { before: all[at - 1] ?? null, after: all[at + 1] ?? null }
})
</script>

<template>
  <TroubleBand :words="trouble" />
  <template v-if="document">
    <PageTitle :title="title">
      <template #above>
        <p class="small flex flex-wrap gap-x-4 text-faded">
          <NuxtLink :to="`/batches/${document.batch}`" class="link">{{ document.batchName }}</NuxtLink><span
            >document {{ document.position }} of {{ document.siblings.length }}</span
          ><StateMark :state="document.state" />
        </p>
      </template>
      <nav class="flex flex-wrap items-center justify-end" :class="many ? 'gap-0.5' : 'gap-1.5'" aria-label="Documents of the batch">
        <NuxtLink v-if="neighbours.before" :to="`/documents/${neighbours.before.id}`" class="link mr-2">Previous</NuxtLink>
        <NuxtLink
          v-for="one in shownSiblings"
          :key="one.id"
          :to="`/documents/${one.id}`"
          class="numbers grid place-items-center rounded-xs border no-underline"
          :class="[
            many ? 'h-6 w-7 text-xs!' : 'size-8 text-sm',
            one.id === id
              ? 'border-lapis bg-lapis text-white'
              : one.state === 'open'
                ? 'border-ochre text-ochre bg-leaf'
                : 'border-verdigris text-verdigris bg-leaf',
          ]"
          :aria-label="`Document ${one.position}, ${one.state}`"
          :aria-current="one.id === id ? 'page' : undefined"
          :title="one.state"
          >{{ one.position }}</NuxtLink
        >
        <NuxtLink v-if="neighbours.after" :to="`/documents/${neighbours.after.id}`" class="link ml-2">Next</NuxtLink>
      </nav>
    </PageTitle>
    <EntryCard v-if="entering" :document="document" @kept="refresh" />
    <DocumentRecord v-else-if="document.filled" :document="document" @changed="refresh" />
    <p v-else class="text-faded" role="status">The document is being read; its values appear here when that is done.</p>
  </template>
  <p v-else-if="!trouble" class="text-faded" role="status">Fetching the document…</p>
</template>
