<script setup lang="ts">
import type { BatchRow } from '~~/shared/views/batches'
import { counted } from '~/words/count'
import { saidTime } from '~/words/time'

const emit = defineEmits<{ back: []; batch: [id: number] }>()
const { data: batches, trouble } = useLoaded<BatchRow[]>('/api/batches?mine=true')
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col px-8 py-5">
    <PanelTitle title="What became of mine" @back="emit('back')" />
    <TroubleBand :words="trouble" />
    <ul class="min-h-0 flex-1 space-y-2 overflow-y-auto">
      <li v-for="one in batches ?? []" :key="one.id">
        <button type="button" class="touch w-full justify-between! text-left" @click="emit('batch', one.id)">
          <span class="min-w-0"
            ><span class="block truncate font-serif text-xl">{{ one.name }}</span
            ><span class="block text-base text-faded">{{ saidTime(one.createdAt) }}, {{ counted(one.sides, 'side') }}</span></span
          >
          <StateMark :state="one.state" />
        </button>
      </li>
      <li v-if="batches && !batches.length" class="text-xl text-faded">
        You have scanned nothing yet. What you scan stands here, with what became of it.
      </li>
    </ul>
  </div>
</template>
