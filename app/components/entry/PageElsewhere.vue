<script setup lang="ts">
import { useDocument } from './useDocument'
import { usePageWords } from './usePageWords'
import type { Shown } from './useSecondScreen'

/** The page of an entry card that is open in another window: what is done here is done there. */
const { shown } = defineProps<{ shown: Shown }>()
const emit = defineEmits<{ turn: [pageAt: number]; fill: [text: string, add: boolean] }>()
const { document, trouble, refresh } = useDocument(() => shown.document)
const ready = computed(() => (document.value?.id === shown.document ? document.value : null))
const page = computed(() => ready.value?.pages[shown.pageAt] ?? ready.value?.pages[0] ?? null)
const field = computed(() => ready.value?.documentType?.fields.find(one => one.id === shown.field) ?? null)
const words = usePageWords(() => page.value?.id)
const pageAt = computed({ get: () => shown.pageAt, set: at => emit('turn', at) })
useHead({ title: () => (ready.value ? `Page ${shown.pageAt + 1}, document ${ready.value.position} · Rubricator` : 'Page · Rubricator') })
</script>

<template>
  <TroubleBand :words="trouble" />
  <EntryPage
    v-if="ready"
    v-model="pageAt"
    class="h-full!"
    elsewhere
    :document="ready"
    :words="words"
    :field="field"
    :mark="shown.mark"
    @fill="(text, add) => emit('fill', text, add)"
    @changed="refresh"
  />
</template>
