<script setup lang="ts">
import { Check, CircleDashed, Hand, LoaderCircle, X } from '@lucide/vue'
import type { BatchState } from '~~/core/model/batchState'
import type { DocumentState } from '~~/shared/views/documents'
import type { SlipState } from '~~/shared/views/slips'

const props = defineProps<{ state: BatchState | DocumentState | SlipState }>()

const kinds = {
  waits: { icon: Hand, tone: 'text-ochre' },
  works: { icon: LoaderCircle, tone: 'text-faded' },
  done: { icon: Check, tone: 'text-verdigris' },
  over: { icon: X, tone: 'text-faded' },
  failed: { icon: X, tone: 'text-ink font-semibold' },
  quiet: { icon: CircleDashed, tone: 'text-faded' },
} as const

const kindOf: Record<BatchState | DocumentState | SlipState, keyof typeof kinds> = {
  receiving: 'works',
  sorting: 'works',
  sending: 'works',
  waiting: 'works',
  'to fix': 'waits',
  'to index': 'waits',
  'to check': 'waits',
  held: 'waits',
  open: 'waits',
  done: 'done',
  indexed: 'done',
  checked: 'done',
  sent: 'done',
  delivered: 'done',
  abandoned: 'over',
  failed: 'failed',
}
const kind = computed(() => kinds[kindOf[props.state]])
</script>

<template>
  <span class="inline-flex items-center gap-1.5 whitespace-nowrap" :class="kind.tone">
    <component :is="kind.icon" :size="16" aria-hidden="true" />{{ state }}
  </span>
</template>
