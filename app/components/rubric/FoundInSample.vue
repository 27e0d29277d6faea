<script setup lang="ts">
import { shownValue } from '~~/core/fields/fieldValue'
import type { FieldValue } from '~~/core/model/ledger'
import { seenLater } from './seenLater'
import type { RawField } from '~/components/rules/useRubricText'

/** What each document of the sample has in a field. */
const { field } = defineProps<{
  field: RawField
  found: readonly { position: number; first: number | null; fields: Record<string, FieldValue | undefined> }[]
}>()
const emit = defineEmits<{ show: [page: number | null] }>()
/** Below this a value deserves a look. */
const doubtful = 0.8
const said = (value: string) => shownValue({ ...field, kind: field.kind ?? 'text' } as Parameters<typeof shownValue>[0], value)
</script>

<template>
  <section>
    <h3 class="mb-1 text-lg">{{ field.label }}, in the sample</h3>
    <ul>
      <li v-for="one in found" :key="one.position" class="border-b border-rule">
        <button type="button" class="flex w-full gap-3 py-1 text-left" @click="emit('show', one.first)">
          <span class="numbers w-6 shrink-0 text-right text-faded">{{ one.position }}</span>
          <template v-if="one.fields[field.id]">
            <span class="min-w-0 truncate">{{ said(one.fields[field.id]!.value) }}</span>
            <span v-if="one.fields[field.id]!.confidence < doubtful" class="small ml-auto text-ochre"
              >{{ Math.round(one.fields[field.id]!.confidence * 100) }} % sure</span
            >
          </template>
          <span v-else-if="seenLater(field)" class="text-faded">its boxes, files and records are looked at in a batch</span>
          <span v-else class="text-ochre">nothing</span>
        </button>
      </li>
    </ul>
  </section>
</template>
