<script setup lang="ts">
import { ArrowDown, ArrowUp, Trash2 } from '@lucide/vue'
import { barcodeFormats, formatName } from '~~/core/model/barcodeFormats'
import { sizeOfPaper } from '~~/core/model/paper'
import { zoneBox, zoneWords } from '~~/core/model/zone'
import { patternWords } from '~~/core/pattern/parts'
import { patternFault } from '~~/core/pattern/pattern'
import type { RawRule } from './useRubricText'

const props = defineProps<{
  rule: RawRule
  number: number
  last: boolean
  active: boolean
  types: readonly { id: string; label: string }[]
}>()
const emit = defineEmits<{ change: [Partial<RawRule>]; remove: []; move: [-1 | 1]; choose: [] }>()

const page = sizeOfPaper('auto')
const hasZone = computed(() => props.rule.zone !== undefined && 'x' in props.rule.zone)
const place = computed(() => {
  const { zone } = props.rule
  return zone && 'x' in zone
    ? zoneWords(zoneBox({ unit: 'in', ...zone } as Parameters<typeof zoneBox>[0]), page.width, page.height)
    : 'anywhere on the page'
})
/** What is wrong with the pattern, in words; null where nothing is. */
const patternTrouble = computed(() => {
  const fault = patternFault(props.rule.value ?? '')
  if (fault === null) return null
  return fault.startsWith('a regular expression') ? 'This is no regular expression yet.' : `Expected ${fault}.`
})
const formats = computed(() => props.rule.formats ?? [])
const usual = ['Code128', 'Code39', 'Code93', 'ITF', 'Codabar', 'EAN13', 'QRCode', 'DataMatrix', 'PDF417', 'Aztec']
const others = barcodeFormats.filter(format => !usual.includes(format))
const word = 'inline rounded-xs border border-[#8d8271] bg-white px-1.5 py-1 font-sans text-base'
const set = (change: Partial<RawRule>) => emit('change', change)
const picked = (event: Event) => (event.target as HTMLSelectElement).value
const addFormat = (event: Event) => {
  const format = picked(event)
  if (format) set({ formats: [...formats.value, format] })
  ;(event.target as HTMLSelectElement).value = ''
}
const id = computed(() => `rule-${props.number}`)
</script>

<template>
  <li class="flex gap-4 border-b border-rule py-3 pl-3" :class="{ 'border-l-4 border-l-lapis bg-leaf': active }">
    <button
      type="button"
      class="size-9 shrink-0 rounded-full border border-rule bg-leaf font-serif text-lg"
      :aria-pressed="active"
      :aria-label="`Rule ${number}: show its pages and its place`"
      @click="emit('choose')"
    >
      {{ number }}
    </button>
    <div class="min-w-0 flex-1 font-serif text-[1.15rem] leading-[2.3]" @focusin="emit('choose')">
      <template v-if="rule.rule === 'barcode'">
        Start a document where
        <span
          v-for="(format, at) in formats"
          :key="format"
          class="mr-1 inline-flex items-center gap-1 rounded-xs border border-rule bg-leaf px-1.5 font-sans text-base leading-7"
          >{{ formatName(format)
          }}<button
            type="button"
            class="text-faded"
            :aria-label="`Without ${formatName(format)}`"
            @click="set({ formats: formats.filter((_, place) => place !== at) })"
          >
            ×
          </button></span
        >
        <select class="max-w-42" :class="word" :aria-label="`Rule ${number}: another format`" @change="addFormat">
          <option value="">{{ formats.length ? 'or…' : 'any barcode' }}</option>
          <option v-for="format in usual" :key="format" :value="format">{{ formatName(format) }}</option>
          <optgroup label="rarer">
            <option v-for="format in others" :key="format" :value="format">{{ formatName(format) }}</option>
          </optgroup>
        </select>
        on
        <select
          :class="word"
          :value="rule.side ?? 'any'"
          :aria-label="`Rule ${number}: side`"
          @change="set({ side: picked($event) as RawRule['side'] })"
        >
          <option value="any">either side</option>
          <option value="front">the front</option>
          <option value="back">the back</option></select
        >, <button type="button" class="link" @click="emit('choose')">{{ hasZone ? `in the ${place}` : place }}</button
        ><template v-if="hasZone">&#32;(<button type="button" class="link" @click="set({ zone: undefined })">anywhere</button>)</template>,
        fits
        <input
          :id="id"
          :class="[word, 'numbers w-72 max-w-full']"
          :value="rule.value ?? ''"
          placeholder="any value"
          spellcheck="false"
          :aria-label="`Rule ${number}: pattern`"
          :aria-invalid="patternTrouble !== null"
          @input="set({ value: ($event.target as HTMLInputElement).value || undefined })"
        />
      </template>
      <template v-else-if="rule.rule === 'text'">
        Start a document where the text
        <input
          :id="id"
          :class="[word, 'numbers w-72 max-w-full']"
          :value="rule.value ?? ''"
          spellcheck="false"
          :aria-label="`Rule ${number}: pattern`"
          :aria-invalid="patternTrouble !== null"
          @input="set({ value: ($event.target as HTMLInputElement).value })"
        />
        stands <button type="button" class="link" @click="emit('choose')">{{ hasZone ? `in the ${place}` : place }}</button
        ><template v-if="hasZone">&#32;(<button type="button" class="link" @click="set({ zone: undefined })">anywhere</button>)</template>
      </template>
      <template v-else-if="rule.rule === 'count'">
        Start a document every
        <input
          type="number"
          min="1"
          :class="[word, 'numbers w-20']"
          :value="rule.sheets ?? rule.pages ?? 1"
          :aria-label="`Rule ${number}: how many`"
          @input="
            set(
              rule.pages === undefined
                ? { sheets: Number(($event.target as HTMLInputElement).value) }
                : { pages: Number(($event.target as HTMLInputElement).value) },
            )
          "
        />
        <select
          :class="word"
          :value="rule.pages === undefined ? 'sheets' : 'pages'"
          :aria-label="`Rule ${number}: of what`"
          @change="
            set(
              picked($event) === 'sheets' ? { sheets: rule.pages ?? 1, pages: undefined } : { pages: rule.sheets ?? 1, sheets: undefined },
            )
          "
        >
          <option value="sheets">sheets, blank or not</option>
          <option value="pages">pages that are kept</option>
        </select>
      </template>
      <template v-else>Start a document after a sheet that is blank on every side</template>
      <template v-if="types.length">
        , it is a
        <select
          :class="word"
          :value="rule.type ?? ''"
          :aria-label="`Rule ${number}: type of the document`"
          @change="set({ type: picked($event) || undefined })"
        >
          <option value="">document of the usual type</option>
          <option v-for="type in types" :key="type.id" :value="type.id">{{ type.label }}</option>
        </select>
      </template>
      <template v-if="rule.rule === 'barcode' || rule.rule === 'text'">
        and the sheet is
        <select
          :class="word"
          :value="rule.sheet ?? 'keep'"
          :aria-label="`Rule ${number}: the matched sheet`"
          @change="set({ sheet: picked($event) as RawRule['sheet'] })"
        >
          <option value="keep">its first page</option>
          <option value="set-aside">set aside</option>
        </select> </template
      >.
      <p v-if="rule.value" class="font-sans text-sm leading-snug" :class="patternTrouble ? 'text-ochre' : 'text-faded'">
        {{ patternTrouble ?? `In words: ${patternWords(rule.value)}` }}
      </p>
    </div>
    <div class="flex shrink-0 flex-col">
      <button
        type="button"
        class="grid size-8 place-items-center text-lapis disabled:text-rule"
        :disabled="number === 1"
        :aria-label="`Rule ${number} earlier`"
        @click="emit('move', -1)"
      >
        <ArrowUp :size="17" />
      </button>
      <button
        type="button"
        class="grid size-8 place-items-center text-lapis disabled:text-rule"
        :disabled="last"
        :aria-label="`Rule ${number} later`"
        @click="emit('move', 1)"
      >
        <ArrowDown :size="17" />
      </button>
      <button type="button" class="grid size-8 place-items-center text-lapis" :aria-label="`Remove rule ${number}`" @click="emit('remove')">
        <Trash2 :size="16" />
      </button>
    </div>
  </li>
</template>
