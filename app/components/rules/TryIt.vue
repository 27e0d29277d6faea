<script setup lang="ts">
import type { BatchRow } from '~~/shared/views/batches'
import type { TryOutcome } from '~~/shared/views/rubrics'
import { counted } from '~/words/count'
import { useTry } from './useTry'

/** A draft over an earlier batch or over dropped files: nothing is stored, both outcomes stand side by side. */
const props = defineProps<{ text: string; sound: boolean; batches: readonly BatchRow[] }>()
const sample = defineModel<number | null>('sample', { required: true })
const { tried, busy, running, trouble, begin, cancel } = useTry<TryOutcome>()
const onlyChanged = ref(true)
const onBatch = () =>
  begin(() => ask('/api/tries', { method: 'POST', body: { body: JSON.parse(props.text) as unknown, batch: sample.value } }))
const onFile = (file: File) =>
  begin(() => {
    const form = new FormData()
    form.append('body', props.text)
    form.append('file', file, file.name)
    return $fetch<{ id: string }>('/api/tries/file', { method: 'POST', body: form })
  })
const zone = useTemplateRef<HTMLElement>('zone')
const { isOverDropZone } = useDropZone(zone, { onDrop: files => void (files?.[0] && onFile(files[0])) })
function chosen(event: Event) {
  const input = event.target as HTMLInputElement
  if (input.files?.[0]) void onFile(input.files[0])
  input.value = ''
}

const outcome = computed(() => tried.value?.outcome ?? null)
const totals = computed(() => {
  const { comparison } = outcome.value ?? {}
  if (!comparison) return []
  const { before, after } = comparison
  const row = (name: string, pick: (side: NonNullable<typeof before>) => number) => ({
    name,
    before: before && pick(before),
    after: pick(after),
  })
  return [
    row('Documents', side => side.documents),
    row('Kept', side => side.totals.kept),
    row('Blank', side => side.totals.blank),
    row('Separators', side => side.totals.separator),
    row('Waiting for a person', side => side.totals.held),
    row('Unreadable', side => side.totals.unreadable),
  ]
})
const documents = computed(() => {
  const found = outcome.value?.documents ?? []
  return onlyChanged.value && outcome.value?.comparison.before ? found.filter(one => one.changed) : found
})
const changedDocuments = computed(() => outcome.value?.documents.filter(one => one.changed).length ?? 0)
const shownOf = computed(() => outcome.value?.documents.filter(one => one.after).length ?? 0)
const rows = computed(() => {
  const found = outcome.value
  if (!found) return []
  const about = new Map(found.pages.map(page => [page.page, page]))
  return found.comparison.pages
    .filter(page => !onlyChanged.value || page.changed || !found.comparison.before)
    .map(page => ({ ...page, about: about.get(page.page)! }))
})
const said = (side: { fate: string; document: number | null; heading: boolean }) =>
  side.document !== null
    ? `${side.heading ? 'starts ' : ''}document ${side.document}`
    : side.fate === 'held'
      ? 'waits'
      : side.fate === 'separator'
        ? 'set aside'
        : side.fate
</script>

<template>
  <div>
    <div
      ref="zone"
      class="flex flex-wrap items-end gap-4 border px-5 py-4"
      :class="isOverDropZone ? 'border-lapis bg-lapis-wash' : 'border-rule bg-leaf'"
    >
      <SampleBatch v-model="sample" class="min-w-72 flex-1" label="Try the draft on" :batches="batches" />
      <button type="button" class="act" :disabled="running || busy || !sound || sample === null" @click="onBatch">Try it</button>
      <label class="act-quiet relative cursor-pointer focus-within:outline-3 focus-within:outline-lapis"
        >or on a file: choose it, or drop it here<input
          type="file"
          accept=".pdf,.tif,.tiff,.jpg,.jpeg,.png,.webp"
          class="absolute inset-0 cursor-pointer opacity-0"
          :disabled="busy || !sound"
          @change="chosen"
      /></label>
    </div>
    <p v-if="!sound" class="mt-2 text-ochre">The draft is not sound yet; the text view says where.</p>
    <p v-else-if="!tried" class="mt-3 text-faded">
      Nothing is stored and nothing of the batch changes. You see what the rubric makes of each page and each document today, and what the
      draft would make of them.
    </p>
    <TroubleBand :words="trouble" />
    <StepProgress v-if="busy" class="mt-4" :done="tried!.done" :of="tried!.of" label="How far the try is" @stop="cancel" />
    <p v-if="tried?.cancelled" class="mt-3 text-faded">Stopped.</p>
    <section v-if="outcome" class="mt-5 grid items-start gap-8 lg:grid-cols-[17rem_minmax(0,1fr)]" aria-label="Outcome">
      <div>
        <table class="w-full">
          <thead class="small text-faded">
            <tr class="border-b border-ink">
              <td />
              <th v-if="outcome.comparison.before" class="py-1 text-right font-normal">today</th>
              <th class="py-1 text-right font-normal">draft</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="row in totals"
              :key="row.name"
              class="border-b border-rule"
              :class="{ 'font-semibold': row.before !== null && row.before !== row.after }"
            >
              <th scope="row" class="py-1 text-left font-normal">{{ row.name }}</th>
              <td v-if="outcome.comparison.before" class="numbers text-right">{{ row.before }}</td>
              <td class="numbers text-right">{{ row.after }}</td>
            </tr>
          </tbody>
        </table>
        <p class="small mt-2 text-faded">
          Splitting took
          {{ outcome.milliseconds < 1 ? 'less than a millisecond' : counted(Math.round(outcome.milliseconds), 'millisecond') }}; both as the
          machine alone decides, without what people corrected.
        </p>
        <label v-if="outcome.comparison.before" class="mt-4 flex items-center gap-2"
          ><input v-model="onlyChanged" type="checkbox" class="size-5 accent-lapis" />only what would change</label
        >
      </div>
      <div>
        <h3 class="font-serif text-xl">
          {{
            outcome.comparison.before
              ? outcome.comparison.changed
                ? `${counted(outcome.comparison.changed, 'page')} would be somewhere else`
                : 'No page would be somewhere else'
              : counted(outcome.comparison.pages.length, 'page')
          }}
        </h3>
        <ul class="mt-2">
          <li
            v-for="row in rows"
            :key="row.page"
            class="flex gap-4 border-b border-rule py-2"
            :class="{ 'border-l-4 border-l-ochre pl-3': row.changed }"
          >
            <img
              v-if="row.about.id && row.about.picture"
              :src="`/api/pages/${row.about.id}/thumbnail?v=${row.about.picture}`"
              alt=""
              loading="lazy"
              class="h-20 w-14 shrink-0 border border-rule bg-white object-contain"
            />
            <div class="min-w-0 flex-1">
              <p class="small text-faded">
                Page {{ row.page }} · sheet {{ row.about.sheet }}, {{ row.about.side
                }}<span v-if="row.changed" class="font-semibold text-ochre"> · changes</span>
              </p>
              <div class="grid gap-x-6 sm:grid-cols-2">
                <p v-if="row.before">
                  <span class="font-semibold">Today {{ said(row.before) }}.</span>{{ ' ' }}
                  <span class="font-serif italic">{{ row.before.why }}</span>
                </p>
                <p>
                  <span class="font-semibold">Draft: {{ said(row.after) }}.</span>{{ ' ' }}
                  <span class="font-serif italic">{{ row.after.why }}</span>
                </p>
              </div>
            </div>
          </li>
        </ul>
        <h3 class="mt-8 font-serif text-xl">
          {{
            outcome.comparison.before
              ? changedDocuments
                ? `${counted(changedDocuments, 'document')} would be filled or named otherwise`
                : 'Types, values and names stay as they are'
              : 'Types, values and names'
          }}
        </h3>
        <p v-if="shownOf < outcome.comparison.after.documents" class="small text-faded">
          Of the draft’s first {{ counted(shownOf, 'document') }} of {{ outcome.comparison.after.documents }}.
        </p>
        <TriedDocumentPart
          v-for="one in documents"
          :key="(one.after ?? one.before)!.pages[0]"
          :tried="one"
          :today="outcome.comparison.before !== null"
        />
      </div>
    </section>
  </div>
</template>
