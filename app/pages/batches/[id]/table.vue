<script setup lang="ts">
import type { BulkView } from '~~/shared/views/documents'
import { csvCells, replaced, tableCsv } from '~/components/table/sheet'
import { tableFilters, useSheet, type TableFilter } from '~/components/table/useSheet'
import { counted } from '~/words/count'

definePageMeta({ wide: true })
const id = Number(useRoute().params.id)
const { asked, set, query } = useListQuery({ type: '' })
const {
  data: view,
  trouble,
  refresh,
} = useLoaded<BulkView>(() => `/api/batches/${id}/values${query.value.type ? `?type=${encodeURIComponent(query.value.type)}` : ''}`, {
  is: 'the page',
})
useLive(id, refresh)
useHead({ title: () => `Values of ${view.value?.batch ?? 'a batch'} · Rubricator` })
const sheet = useSheet(view, id, refresh)

const replacing = ref(false)
const by = ref('')
const whole = ref(false)
const hits = computed(() =>
  replacing.value
    ? replaced(sheet.rows.value, sheet.fields.value, sheet.textOf, { find: sheet.find.value, by: by.value, whole: whole.value })
    : [],
)
const csvTrouble = ref<string | null>(null)
function download() {
  const file = new Blob([tableCsv(sheet.rows.value, sheet.fields.value, sheet.textOf)], { type: 'text/csv' })
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = `${view.value?.batch ?? 'values'}.csv`
  link.click()
  URL.revokeObjectURL(link.href)
}
async function takeCsv(event: Event) {
  const input = event.target as HTMLInputElement
  const text = await input.files?.[0]?.text()
  input.value = ''
  if (text === undefined) return
  const read = csvCells(text, sheet.allRows.value, sheet.fields.value)
  csvTrouble.value = read.trouble
  if (read.trouble) return
  sheet.put(read.cells)
  // What it changes is looked at before it is kept.
  sheet.filter.value = 'changed'
}
// What is not kept yet is not lost by a click beside it.
const leave = useTemplateRef<{ sure: () => Promise<boolean> }>('leave')
onBeforeRouteLeave(() => (sheet.changes.value.size ? leave.value!.sure() : true))
useEventListener('beforeunload', event => sheet.changes.value.size && event.preventDefault())
</script>

<template>
  <TroubleBand :words="trouble ?? sheet.trouble.value ?? csvTrouble" />
  <template v-if="view">
    <PageTitle :title="`Values of ${view.batch}`" low>
      <template #above>
        <p class="small flex gap-x-4 text-faded">
          <NuxtLink :to="`/batches/${id}`" class="link">{{ view.batch }}</NuxtLink><span>{{ counted(view.rows.length, 'document') }}</span>
        </p>
      </template>
      <button type="button" class="act-quiet" :disabled="sheet.running.value || !sheet.whole.value" @click="sheet.keep(true)">
        Confirm the {{ sheet.whole.value === 1 ? 'one that is whole' : `${sheet.whole.value} that are whole` }}
      </button>
      <button type="button" class="act" :disabled="sheet.running.value || !sheet.changedCells.value" @click="sheet.keep(false)">
        Keep {{ sheet.changedCells.value ? counted(sheet.changedCells.value, 'change') : 'changes' }}
      </button>
    </PageTitle>
    <div class="mb-2 flex flex-wrap items-center gap-x-5 gap-y-2 text-sm">
      <label v-if="view.types.length > 1" class="flex items-center gap-2"
        >Type
        <select
          class="field min-h-9! w-auto! py-0.5!"
          :value="asked.type || view.type"
          @change="set('type', ($event.target as HTMLSelectElement).value)"
        >
          <option v-for="type in view.types" :key="type.id" :value="type.id">{{ type.label }}</option>
        </select></label
      >
      <label class="flex items-center gap-2"
        >Show
        <select v-model="sheet.filter.value" class="field min-h-9! w-auto! py-0.5!">
          <option v-for="(words, key) in tableFilters" :key="key" :value="key as TableFilter">{{ words }}</option>
        </select></label
      >
      <label class="flex items-center gap-2"
        >Find <input v-model="sheet.find.value" class="field min-h-9! w-44! py-0.5!" type="search"
      /></label>
      <button type="button" class="tool" :aria-expanded="replacing" @click="replacing = !replacing">Replace…</button>
      <template v-if="replacing">
        <label class="flex items-center gap-2">by <input v-model="by" class="field min-h-9! w-44! py-0.5!" /></label>
        <label class="flex items-center gap-2"
          ><input v-model="whole" type="checkbox" class="size-4 accent-lapis" /> whole values only</label
        >
        <button type="button" class="act-quiet min-h-9!" :disabled="!hits.length" @click="sheet.put(hits)">
          Replace in {{ counted(hits.length, 'cell') }}
        </button>
      </template>
      <span class="ml-auto flex items-center gap-3">
        <button type="button" class="tool" :disabled="!sheet.mayUndo.value" @click="sheet.undo()">Undo <kbd>Ctrl Z</kbd></button>
        <button type="button" class="tool" @click="download">CSV out</button>
        <label class="tool cursor-pointer focus-within:outline-3 focus-within:outline-lapis"
          >CSV in<input type="file" accept=".csv,text/csv" class="sr-only" @change="takeCsv"
        /></label>
      </span>
    </div>
    <p v-if="sheet.wrong.value" class="mb-2 border-l-4 border-vermilion pl-3" role="status">
      {{ counted(sheet.wrong.value, 'document') }} cannot be kept as it stands: the cells with a red edge say why.
    </p>
    <div v-if="sheet.progress.value" class="mb-2 flex items-center gap-4" role="status">
      Keeping {{ sheet.progress.value.done }} of {{ sheet.progress.value.of }}
      <progress class="h-2 w-64" :value="sheet.progress.value.done" :max="sheet.progress.value.of" aria-label="Keeping" />
    </div>
    <ValueTable :sheet="sheet" />
    <p class="small mt-1.5 text-faded">
      <kbd>arrows</kbd> move, with <kbd>Shift</kbd> they choose; type or <kbd>F2</kbd> to change, <kbd>Ctrl D</kbd> fills down,
      <kbd>Ctrl C</kbd> <kbd>Ctrl V</kbd> copy and paste, <kbd>Delete</kbd> empties.
    </p>
    <AskFirst
      ref="leave"
      title="Leave without keeping the changes?"
      words="Changes in this table that are not kept are gone then."
      yes="Leave without them"
      no="Stay here"
    />
  </template>
  <p v-else-if="!trouble" class="text-faded" role="status">Fetching the values…</p>
</template>
