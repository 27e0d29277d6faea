<script setup lang="ts">
import type { FindFacets } from '~~/shared/views/find'

/** What a result may be narrowed to: chosen from what is there, with how many. */
const props = defineProps<{ facets: FindFacets; asked: Record<string, string> }>()
const emit = defineEmits<{ set: [key: string, value: string] }>()

const lists = computed(() => [
  { key: 'type', label: 'Type', of: props.facets.types.map(one => ({ ...one, words: props.facets.labels[one.value] ?? one.value })) },
  { key: 'rubric', label: 'Rubric', of: props.facets.rubrics.map(one => ({ ...one, words: one.value })) },
  { key: 'state', label: 'State', of: props.facets.states.map(one => ({ ...one, words: one.value })) },
  { key: 'person', label: 'Confirmed by', of: props.facets.people.map(one => ({ ...one, words: one.value })) },
])
const fields = computed(() => (props.asked.type ? props.facets.fields : []))
const ranged = (kind: string) => kind === 'date' || kind === 'number'
const ends = (id: string) => {
  const [from = '', to = ''] = (props.asked[`f.${id}`] ?? '').split('..')
  return { from, to }
}
function setEnd(id: string, end: 'from' | 'to', value: string) {
  const now = { ...ends(id), [end]: value }
  emit('set', `f.${id}`, now.from || now.to ? `${now.from}..${now.to}` : '')
}
const typed = (event: Event) => (event.target as HTMLInputElement).value.trim()
</script>

<template>
  <div class="space-y-4">
    <template v-for="list in lists" :key="list.key">
      <label v-if="list.of.length > 1 || (list.key === 'type' && list.of.length) || asked[list.key]" class="block text-sm"
        ><span class="text-faded">{{ list.label }}</span>
        <select
          class="field mt-0.5 min-h-9! py-0.5!"
          :value="asked[list.key] ?? ''"
          @change="emit('set', list.key, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">any</option>
          <option v-for="one in list.of" :key="one.value" :value="one.value">{{ one.words }} ({{ one.count }})</option>
          <option v-if="asked[list.key] && !list.of.some(one => one.value === asked[list.key])" :value="asked[list.key]">
            {{ asked[list.key] }} (0)
          </option>
        </select></label
      >
    </template>
    <fieldset class="text-sm">
      <legend class="text-faded">Between these days</legend>
      <div class="mt-0.5 flex flex-col gap-1.5">
        <input
          v-typed="asked.from"
          type="date"
          class="field min-h-9! py-0.5!"
          aria-label="From this day"
          @change="emit('set', 'from', typed($event))"
        />
        <input
          v-typed="asked.to"
          type="date"
          class="field min-h-9! py-0.5!"
          aria-label="To this day"
          @change="emit('set', 'to', typed($event))"
        />
      </div>
    </fieldset>
    <template v-for="field in fields" :key="field.id">
      <fieldset v-if="ranged(field.kind)" class="text-sm">
        <legend class="text-faded">{{ field.label }}</legend>
        <div class="mt-0.5 flex gap-1.5">
          <input
            v-for="end in ['from', 'to'] as const"
            :key="end"
            v-typed="ends(field.id)[end]"
            :type="field.kind === 'date' ? 'date' : 'number'"
            step="any"
            class="field min-h-9! min-w-0 px-1! py-0.5!"
            :aria-label="`${field.label}, ${end}`"
            :placeholder="end"
            @change="setEnd(field.id, end, typed($event))"
          />
        </div>
      </fieldset>
      <label v-else class="block text-sm"
        ><span class="text-faded">{{ field.label }}</span>
        <input
          v-typed="asked[`f.${field.id}`] ?? ''"
          class="field mt-0.5 min-h-9! py-0.5!"
          placeholder="begins with"
          @change="emit('set', `f.${field.id}`, typed($event))"
      /></label>
    </template>
  </div>
</template>
