<script setup lang="ts">
import type { DocumentPage, HistoryLine } from '~~/shared/views/documents'
import { historyWords } from '~/words/history'
import { saidTime } from '~/words/time'

/** Who did what to a document, and when; fetched once somebody wants to know. */
const props = defineProps<{ document: DocumentPage }>()
const open = ref(false)
const lines = shallowRef<HistoryLine[] | null>(null)
const { trouble, run } = useAction()
const fetchLines = () => run(async () => void (lines.value = await ask<HistoryLine[]>(`/api/documents/${props.document.id}/history`)))
watch([open, () => props.document], ([is]) => is && void fetchLines())
const said = computed(() =>
  (lines.value ?? []).flatMap(line => {
    const words = historyWords(line, props.document)
    return words === null ? [] : [{ id: line.id, at: line.at, words }]
  }),
)
</script>

<template>
  <details :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary class="cursor-pointer font-serif text-xl">History</summary>
    <TroubleBand :words="trouble" />
    <ol class="mt-1">
      <li v-for="line in said" :key="line.id" class="flex items-baseline gap-3 border-b border-rule py-1.5">
        <span class="small w-28 shrink-0 text-faded">{{ saidTime(line.at) }}</span><span class="min-w-0 break-words">{{ line.words }}</span>
      </li>
    </ol>
    <p v-if="lines && !said.length" class="text-faded">Nothing was done to it yet.</p>
  </details>
</template>
