<script setup lang="ts">
import type { BatchState } from '~~/core/model/batchState'
import type { Segment } from './segments'
import { counted } from '~/words/count'

const props = defineProps<{
  segment: Segment
  batch: number
  state: BatchState
  short: boolean
  /** There is room for two lines only. */ small: boolean
}>()

const title = computed(() => {
  const { document } = props.segment
  if (document) return document.barcode ?? Object.values(document.fields)[0]?.value ?? `Document ${document.position}`
  return props.segment.kind === 'waiting' ? 'Not decided' : 'Loose'
})
const kept = computed(() => props.segment.pages.filter(page => page.fate === 'kept').length)
</script>

<template>
  <div>
    <template v-if="segment.document">
      <h3 class="break-words text-vermilion" :class="short || small ? 'line-clamp-2 text-lg leading-tight' : 'text-2xl'" :title="title">
        {{ title }}
      </h3>
      <p v-if="!small" class="small text-faded">
        {{ counted(kept, 'page')
        }}<template v-if="segment.document.filled && segment.document.missing.length"
          >, {{ counted(segment.document.missing.length, 'value') }} missing</template
        >
      </p>
      <p v-if="!small" class="small mt-1">
        <StateMark v-if="segment.document.filled" :state="segment.document.state" /><span v-else-if="state === 'sorting'" class="text-faded"
          >being read</span
        >
      </p>
      <NuxtLink
        v-if="segment.document.filled"
        :to="`/documents/${segment.document.id}`"
        class="link small mt-1 inline-block"
        :aria-label="`${segment.document.state === 'open' ? 'Enter values of' : 'Open'} ${title}`"
      >
        {{ segment.document.state === 'open' ? 'Enter values' : 'Open' }}
      </NuxtLink>
    </template>
    <template v-else-if="segment.kind === 'waiting'">
      <h3 class="text-2xl text-ochre">{{ title }}</h3>
      <p class="small text-faded">{{ counted(segment.pages.length, 'side') }} here</p>
      <NuxtLink v-if="state === 'to fix'" :to="`/fix?batch=${batch}`" class="link small mt-1 inline-block">Look at it</NuxtLink>
    </template>
    <p v-else class="small text-faded">
      {{ segment.pages.some(page => page.fate === null) ? 'Not sorted yet' : 'Ahead of the first document' }}
    </p>
  </div>
</template>
