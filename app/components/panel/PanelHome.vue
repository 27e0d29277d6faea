<script setup lang="ts">
import { ChevronLeft, ChevronRight, History, Printer, Zap } from '@lucide/vue'
import type { HeldPrints } from '~~/shared/views/printing'
import type { RubricChoice } from '~~/shared/views/rubrics'

const emit = defineEmits<{ rubric: [id: string]; mine: []; prints: [] }>()
const { data: allRubrics, trouble } = useLoaded<RubricChoice[]>('/api/rubrics')
const rubrics = computed(() => allRubrics.value?.filter(one => one.mayScan))
// What waits to be printed is looked up at once: one came for it.
const { data: held } = useLoaded<HeldPrints>('/api/prints')
const perPage = 6
const at = ref(0)
const pages = computed(() => Math.max(1, Math.ceil((rubrics.value?.length ?? 0) / perPage)))
const shown = computed(() => (rubrics.value ?? []).slice(at.value * perPage, (at.value + 1) * perPage))
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col px-8 py-5">
    <div class="mb-4 flex items-center gap-4">
      <h2 class="font-serif text-3xl">What kind of paper is it?</h2>
      <button v-if="held && (held.device || held.prints.length)" type="button" class="touch ml-auto" @click="emit('prints')">
        <Printer :size="24" aria-hidden="true" /> Print<span v-if="held.prints.length" class="numbers" aria-label="jobs that wait">{{
          held.prints.length
        }}</span>
      </button>
      <button type="button" class="touch" :class="{ 'ml-auto': !held || !(held.device || held.prints.length) }" @click="emit('mine')">
        <History :size="24" aria-hidden="true" /> What became of mine
      </button>
    </div>
    <TroubleBand :words="trouble" />
    <ul class="grid flex-1 grid-cols-2 grid-rows-3 gap-3">
      <li v-for="one in shown" :key="one.id" class="min-h-0">
        <button
          type="button"
          class="touch h-full w-full flex-col! items-start! justify-center! gap-1! px-6! text-left"
          @click="emit('rubric', one.id)"
        >
          <span class="flex items-center gap-3 font-serif text-2xl"
            ><RubricPicture :icon="one.icon" :size="28" class="shrink-0 text-faded" />{{ one.name }}</span
          >
          <span v-if="one.about" class="line-clamp-1 text-base">{{ one.about }}</span>
          <span class="flex items-center gap-2 text-base text-faded"
            ><Zap v-if="one.oneTouch" :size="16" aria-hidden="true" />{{ one.oneTouch ? 'one touch' : 'asks a few things first' }},
            {{ one.source === 'glass' ? 'from the glass' : 'from the feeder' }}</span
          >
        </button>
      </li>
    </ul>
    <p v-if="rubrics && !rubrics.length" class="text-xl text-faded">No rubric is set up yet. A steward makes the first one.</p>
    <div v-if="pages > 1" class="mt-4 flex items-center justify-end gap-4">
      <button type="button" class="touch" :disabled="at === 0" aria-label="Rubrics before" @click="at--">
        <ChevronLeft :size="28" aria-hidden="true" />
      </button>
      <span class="numbers">{{ at + 1 }} of {{ pages }}</span>
      <button type="button" class="touch" :disabled="at === pages - 1" aria-label="More rubrics" @click="at++">
        <ChevronRight :size="28" aria-hidden="true" />
      </button>
    </div>
  </div>
</template>
