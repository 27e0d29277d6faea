<script setup lang="ts">
import { readCsv } from '~~/core/ledger/csv'
import type { BatchDetail } from '~~/shared/views/batches'
import { counted } from '~/words/count'

const props = defineProps<{ batch: BatchDetail; open: boolean }>()
const emit = defineEmits<{ close: []; saved: [] }>()
const { running, trouble, run } = useAction()

const sheets = ref('')
const documents = ref('')
const list = ref('')
watch(
  () => props.open,
  is => {
    if (!is) return
    const { expected } = props.batch
    sheets.value = expected.sheets?.toString() ?? ''
    documents.value = expected.documents?.toString() ?? ''
    list.value = expected.values.join('\n')
  },
  { immediate: true },
)

const csv = computed(() => readCsv(list.value))
const values = computed(() => csv.value.rows.map(row => row[0]!).filter(Boolean))
async function readList(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) list.value = await file.text()
}
const number = (text: string) => (text.trim() === '' ? null : Number(text))
const save = () =>
  run(async () => {
    await ask(`/api/batches/${props.batch.id}/expected`, {
      method: 'PUT',
      body: { sheets: number(sheets.value), documents: values.value.length ? null : number(documents.value), values: values.value },
    })
    emit('saved')
  })
</script>

<template>
  <DialogFrame :open="open" title="Counted by hand" @close="emit('close')">
    <p class="mt-1 text-faded">
      All of it is optional. Where it differs from what the machine finds, the batch waits and says where counting went off.
    </p>
    <form class="mt-4 grid grid-cols-2 gap-x-6 gap-y-4" @submit.prevent="save">
      <label>Sheets loaded<input v-model="sheets" class="field numbers mt-1" type="number" min="1" inputmode="numeric" /></label>
      <label
        >Documents expected<input
          v-model="documents"
          class="field numbers mt-1"
          type="number"
          min="1"
          inputmode="numeric"
          :disabled="values.length > 0"
      /></label>
      <label class="col-span-2"
        >Or the list of their numbers, one on each line, in the order of the stack
        <textarea v-model="list" class="field numbers mt-1 h-36" spellcheck="false" placeholder="MP26-04217" />
      </label>
      <p class="small col-span-2 flex items-center gap-4 text-faded">
        <label class="act-quiet relative cursor-pointer focus-within:outline-3 focus-within:outline-lapis"
          >Read it from a CSV file<input
            type="file"
            accept=".csv,.txt,text/csv"
            class="absolute inset-0 cursor-pointer opacity-0"
            @change="readList"
        /></label>
        {{ values.length ? counted(values.length, 'document') + ' in the list' : 'Of a table, its first column counts.' }}
      </p>
      <TroubleBand class="col-span-2" :words="trouble ?? csv.trouble" />
      <p class="col-span-2 flex gap-3">
        <button class="act" :disabled="running || csv.trouble !== null">Keep it</button
        ><button type="button" class="act-quiet" @click="emit('close')">Leave it <kbd>Esc</kbd></button>
      </p>
    </form>
  </DialogFrame>
</template>
