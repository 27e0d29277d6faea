<script setup lang="ts">
import { patternWords } from '~~/core/pattern/parts'
import { patternFault } from '~~/core/pattern/pattern'
import type { RawSource } from '~/components/rules/useRubricText'

/** Where a field's value comes from, as a sentence. */
const { source, number, groups, last } = defineProps<{ source: RawSource; number: number; groups: readonly string[]; last: boolean }>()
const emit = defineEmits<{ change: [RawSource]; remove: []; later: [] }>()
const pattern = computed(() => ('text' in source ? source.text.value : null))
const fault = computed(() => (pattern.value === null ? null : patternFault(pattern.value)))
/** Some patterns cannot be said in words. */
const words = computed(() => {
  const said = pattern.value === null ? '' : patternWords(pattern.value)
  return said === pattern.value ? '' : said
})
const zone = computed(() =>
  'text' in source && 'zone' in source.text && source.text.zone && 'x' in source.text.zone ? source.text.zone : null,
)
const choices = computed(() => [...new Set([...groups, ...('barcode' in source ? [source.barcode] : [])])])
const typed = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <li class="flex items-start gap-3 border-b border-rule py-1.5 font-serif text-[1.05rem] leading-[2.1]">
    <span class="numbers w-5 shrink-0 text-right text-faded">{{ number }}</span>
    <div class="min-w-0 flex-1">
      <template v-if="'barcode' in source">
        <select
          class="word"
          :value="source.barcode"
          :aria-label="`Source ${number}: part of the barcode`"
          @change="emit('change', { barcode: typed($event) })"
        >
          <option v-for="group in choices" :key="group" :value="group">{{ group === 'value' ? 'the whole value' : `“${group}”` }}</option>
        </select>
        of the barcode that starts the document.
      </template>
      <template v-else-if="'lookup' in source">
        <span class="numbers">{{ source.lookup }}</span> of the record that is looked up.
      </template>
      <template v-else-if="'value' in source">
        Always
        <input
          v-typed="source.value"
          class="word w-52"
          :aria-label="`Source ${number}: the value`"
          @change="emit('change', { value: typed($event) })"
        />.
      </template>
      <template v-else-if="'file' in source">
        The part of the file’s name that fits
        <input
          v-typed="source.file"
          class="word numbers w-52"
          spellcheck="false"
          :aria-label="`Source ${number}: the pattern of the file’s name`"
          :aria-invalid="patternFault(source.file) !== null"
          @change="emit('change', { file: typed($event) })"
        />.
      </template>
      <template v-else-if="'join' in source">
        Joined as
        <input
          v-typed="source.join"
          class="word numbers w-52"
          spellcheck="false"
          :aria-label="`Source ${number}: how values are joined`"
          @change="emit('change', { join: typed($event) })"
        />.
      </template>
      <template v-else-if="'ticked' in source">
        The box that is ticked beside its word{{ source.ticked.zone && 'x' in source.ticked.zone ? ' in its zone' : '' }}.
      </template>
      <template v-else-if="'table' in source">
        The rows below the headings
        {{
          Object.values(source.table.headings)
            .map(heading => `“${heading}”`)
            .join(', ')
        }}{{ source.table.until ? `, to the line that fits ${source.table.until}` : '' }}.
      </template>
      <template v-else>
        <template v-if="'near' in source.text">
          The text right of or below
          <input
            v-typed="source.text.near"
            class="word w-44"
            :aria-label="`Source ${number}: its label`"
            @change="emit('change', { text: { near: typed($event), value: source.text.value } })"
          />
        </template>
        <template v-else-if="zone"
          >The text at {{ zone.x }}, {{ zone.y }}, {{ zone.width }} wide and {{ zone.height }} high ({{ zone.unit ?? 'in' }})</template
        >
        <template v-else>The first text on a page</template>
        that fits
        <input
          v-typed="source.text.value"
          class="word numbers w-44"
          spellcheck="false"
          :aria-label="`Source ${number}: its pattern`"
          :aria-invalid="fault !== null"
          @change="emit('change', { text: { ...source.text, value: typed($event) } } as RawSource)"
        />.
        <span v-if="fault || words" class="block font-sans text-sm leading-snug" :class="fault ? 'text-ochre' : 'text-faded'">{{
          fault ? 'This is no pattern yet.' : `In words: ${words}`
        }}</span>
      </template>
    </div>
    <button v-if="!last" type="button" class="link font-sans text-sm" :aria-label="`Source ${number} later`" @click="emit('later')">
      later
    </button>
    <button type="button" class="link font-sans text-sm" :aria-label="`Remove source ${number}`" @click="emit('remove')">remove</button>
  </li>
</template>
