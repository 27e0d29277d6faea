<script setup lang="ts">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'
import { shownValue } from '~~/core/fields/fieldValue'
import type { FieldValue } from '~~/core/model/ledger'
import type { LookupAnswer } from '~~/core/model/lookup'
import type { DocumentPage } from '~~/shared/views/documents'

/** What business records say about a document; a person chooses where there are several, or asks again. */
const props = defineProps<{ document: DocumentPage; system: string; answer: LookupAnswer; typed: string }>()
const emit = defineEmits<{ values: [Record<string, string>] }>()
const { running, trouble, run } = useAction()

const several = computed(() => props.answer.records.length > 1)
const words = computed(() => {
  const { answer } = props
  if (answer.trouble) return answer.trouble
  if (answer.value === null) return `Nothing was looked up: the ${answer.noun} is found by a value that is still empty.`
  if (answer.records.length === 0)
    return `No ${answer.noun} has ${answer.value}. Compare the number with the page, or enter the rest by hand.`
  return several.value && !answer.chosen ? `${answer.records.length} of them have ${answer.value}. Which is it?` : null
})
const otherValue = computed(() => props.typed.trim() !== '' && (props.typed.trim() !== props.answer.value || props.answer.trouble !== null))

async function post(body: Record<string, unknown>) {
  await run(async () => {
    const { values } = await ask<{ values: Record<string, FieldValue> }>(`/api/documents/${props.document.id}/lookup`, {
      method: 'POST',
      body: { system: props.system, ...body },
    })
    const fields = props.document.documentType?.fields ?? []
    emit(
      'values',
      Object.fromEntries(
        Object.entries(values).map(([id, { value }]) => [
          id,
          shownValue(
            fields.find(field => field.id === id)!,
            value,
          ),
        ]),
      ),
    )
  })
}
</script>

<template>
  <div v-if="words || several || otherValue" class="mb-3 border-l-4 border-ochre bg-ochre-wash px-4 py-2.5" data-lookup>
    <p v-if="words">{{ words }}</p>
    <RadioGroup v-if="several" :model-value="answer.chosen ?? undefined" :disabled="running" @update:model-value="post({ record: $event })">
      <RadioGroupLabel class="sr-only">Which {{ answer.noun }} is it?</RadioGroupLabel>
      <RadioGroupOption
        v-for="record in answer.records"
        :key="record.id"
        v-slot="{ checked }"
        :value="record.id"
        class="mt-1.5 block cursor-pointer rounded-xs border bg-leaf px-3 py-1.5"
        :class="record.id === answer.chosen ? 'border-lapis ring-1 ring-lapis' : 'border-rule'"
      >
        <span class="flex items-center gap-2.5"
          ><span class="grid size-4 shrink-0 place-items-center rounded-full border border-ink" aria-hidden="true"
            ><span v-if="checked" class="size-2 rounded-full bg-lapis" /></span
          >{{ record.shown.join(' · ') }}</span
        >
      </RadioGroupOption>
    </RadioGroup>
    <TroubleBand :words="trouble" />
    <button v-if="otherValue" type="button" class="link mt-1 min-h-9" :disabled="running" @click="post({ value: typed.trim() })">
      Look up {{ typed.trim() }}
    </button>
  </div>
</template>
