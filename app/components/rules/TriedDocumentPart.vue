<script setup lang="ts">
import type { ComparedDocument, TriedDocument } from '~~/core/fields/compareDocuments'

/** A document as the rubric fills and names it today, beside what the draft would make of it. */
const { tried, today } = defineProps<{ tried: ComparedDocument; today: boolean }>()
const about = computed(() => (tried.after ?? tried.before)!)
const pages = computed(() => {
  const all = about.value.pages
  return all.length === 1 ? `page ${all[0]}` : `pages ${all[0]} to ${all.at(-1)}`
})

interface Line {
  label: string
  before: string | null
  after: string | null
  doubt: string | null
}
const lines = computed((): Line[] => {
  const { before, after } = tried
  const own = (name: string, of: (one: TriedDocument) => string | null): Line => ({
    label: name,
    before: before && of(before),
    after: after && of(after),
    doubt: null,
  })
  const valueOf = (one: TriedDocument | null, field: string) => one?.values.find(value => value.field === field)
  const fields = new Map([...(before?.values ?? []), ...(after?.values ?? [])].map(({ field, label }) => [field, label]))
  return [
    own('Type', one => one.type),
    ...[...fields].map(([field, label]) => ({
      label,
      before: valueOf(before, field)?.value ?? null,
      after: valueOf(after, field)?.value ?? null,
      doubt: after && !valueOf(after, field) ? 'The draft has no such field.' : (valueOf(after, field)?.doubt ?? null),
    })),
    own('Name', one => one.name),
  ]
})
</script>

<template>
  <section class="mt-4 border-t border-rule pt-2" :aria-label="`Document ${about.document}`">
    <h4 class="small text-faded">
      Document {{ about.document }}, {{ pages
      }}<span v-if="today && !tried.before" class="font-semibold text-ochre"> · only in the draft</span
      ><span v-else-if="!tried.after" class="font-semibold text-ochre"> · no longer in the draft</span
      ><span v-else-if="tried.changed" class="font-semibold text-ochre"> · changes</span>
    </h4>
    <table class="w-full table-fixed">
      <thead class="small text-left text-faded">
        <tr>
          <td class="w-40" />
          <th v-if="today" class="py-1 font-normal">today</th>
          <th class="py-1 font-normal">draft</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in lines" :key="line.label" class="border-t border-rule align-top">
          <th scope="row" class="py-1 pr-3 text-left font-normal text-faded">{{ line.label }}</th>
          <td v-if="today" class="py-1 pr-3 break-words whitespace-pre-line">{{ line.before ?? '—' }}</td>
          <td
            class="py-1 break-words whitespace-pre-line"
            :class="{ 'font-semibold text-ochre': today && tried.before && line.before !== line.after }"
          >
            {{ line.after ?? '—' }}<span v-if="line.doubt" class="small block font-normal text-faded">{{ line.doubt }}</span>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
