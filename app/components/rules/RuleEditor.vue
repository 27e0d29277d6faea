<script setup lang="ts">
import type { BatchRow } from '~~/shared/views/batches'
import type { PageCodes } from '~~/shared/views/pages'
import { useRubricText, type RawRule, type RawSplit, type RawZone } from './useRubricText'

/** A rubric's split rules as sentences, beside a page of a sample batch. */
const text = defineModel<string>({ required: true })
defineProps<{ batches: readonly BatchRow[] }>()
const sample = defineModel<number | null>('sample', { required: true })

const { rubric, rules, types, changeSplit, changeRule, addRule, removeRule, moveRule } = useRubricText(text)
const active = ref(0)
const rule = computed(() => rules.value[active.value] ?? null)
const unit = ref<'in' | 'mm'>('in')
const takesZone = computed(() => rule.value?.rule === 'barcode' || rule.value?.rule === 'text')
const zone = computed(() => (rule.value?.zone && 'x' in rule.value.zone ? (rule.value.zone as RawZone) : null))
watch(zone, now => now && (unit.value = now.unit ?? 'in'), { immediate: true })

const pages = shallowRef<PageCodes[]>([])
const trouble = ref<string | null>(null)
watch(
  sample,
  async id => {
    pages.value = []
    if (id === null) return
    try {
      pages.value = await ask<PageCodes[]>(`/api/batches/${id}/codes`)
      trouble.value = null
    } catch (error) {
      trouble.value = troubleWords(error)
    }
  },
  { immediate: true },
)
const position = ref<number | null>(null)
const page = computed(
  () =>
    pages.value.find(one => one.position === position.value) ??
    pages.value.find(one => !one.blank && one.codes.length) ??
    pages.value[0] ??
    null,
)
const shown = computed(() => pages.value.filter(one => !one.blank))
function turn(by: -1 | 1) {
  const at = shown.value.findIndex(one => one.id === page.value?.id)
  position.value = shown.value[Math.min(shown.value.length - 1, Math.max(0, at + by))]?.position ?? null
}

const kinds: { name: string; rule: RawRule }[] = [
  { name: 'at a barcode', rule: { rule: 'barcode', formats: ['Code128'] } },
  { name: 'after a blank sheet', rule: { rule: 'blank-sheet' } },
  { name: 'by count', rule: { rule: 'count', sheets: 1 } },
  { name: 'at a text', rule: { rule: 'text', value: '^Statement' } },
]
const choices: { key: keyof Omit<RawSplit, 'rules'>; words: string; options: [string, string][] }[] = [
  {
    key: 'sameValue',
    words: "A page that repeats the running document's value",
    options: [
      ['continue', 'belongs to it'],
      ['new', 'starts a new document'],
    ],
  },
  {
    key: 'before',
    words: 'Pages ahead of the first match',
    options: [
      ['hold', 'wait for a person'],
      ['document', 'form a document of their own'],
    ],
  },
  {
    key: 'unread',
    words: 'A page whose code is there but does not read',
    options: [
      ['hold', 'waits for a person'],
      ['previous', 'belongs to the document before'],
    ],
  },
]
const valueOf = (key: (typeof choices)[number]['key'], options: [string, string][]) => rubric.value?.split?.[key] ?? options[0]![0]
</script>

<template>
  <p v-if="!rubric" class="text-ochre">The text is no JSON at the moment. Mend it in the text view, and the rules stand here again.</p>
  <div v-else class="grid items-start gap-8 xl:grid-cols-[minmax(0,1fr)_26rem] lg:grid-cols-[minmax(0,1fr)_22rem]">
    <div>
      <ol class="border-t border-rule">
        <RuleSentence
          v-for="(one, at) in rules"
          :key="at"
          :rule="one"
          :number="at + 1"
          :last="at === rules.length - 1"
          :active="at === active"
          :types="types"
          @choose="active = at"
          @change="changeRule(at, $event)"
          @remove="removeRule(at)"
          @move="
            offset => {
              moveRule(at, offset)
              active = at + offset
            }
          "
        />
      </ol>
      <p v-if="!rules.length" class="py-4 font-serif text-xl text-faded">No rule: the whole batch is one document.</p>
      <p class="mt-3 flex flex-wrap items-center gap-2">
        <span class="text-faded">Another rule: start a document</span
        ><button
          v-for="kind in kinds"
          :key="kind.name"
          type="button"
          class="act-quiet min-h-9!"
          @click="
            () => {
              addRule(kind.rule)
              active = rules.length - 1
            }
          "
        >
          {{ kind.name }}
        </button>
      </p>
      <ul class="mt-5 space-y-1.5 border-t border-rule pt-3 font-serif text-[1.1rem]">
        <li v-for="choice in choices" :key="choice.key">
          <label
            >{{ choice.words }}
            <select
              class="rounded-xs border border-[#8d8271] bg-white px-1.5 py-1 font-sans text-base"
              :value="valueOf(choice.key, choice.options)"
              @change="changeSplit(split => Object.assign(split, { [choice.key]: ($event.target as HTMLSelectElement).value }))"
            >
              <option v-for="[value, words] in choice.options" :key="value" :value="value">{{ words }}</option></select
            >.</label
          >
        </li>
      </ul>
      <RuleValues
        v-if="rule?.rule === 'barcode' && pages.length"
        class="mt-6"
        :rule="rule"
        :number="active + 1"
        :pages="pages"
        :current="page?.position ?? null"
        @show="position = $event"
      />
    </div>
    <aside>
      <SampleBatch v-model="sample" :batches="batches" />
      <TroubleBand :words="trouble" />
      <p v-if="!batches.length" class="small mt-2 text-faded">
        Scan a batch of this paper once, and its pages stand here to draw zones on.
      </p>
      <template v-if="page">
        <p class="mt-3 flex flex-wrap items-center gap-2 text-sm">
          <button type="button" class="act-quiet min-h-9!" :disabled="page.id === shown[0]?.id" @click="turn(-1)">Previous</button
          ><span class="numbers">page {{ page.position }}, {{ page.side }}</span
          ><button type="button" class="act-quiet min-h-9!" :disabled="page.id === shown.at(-1)?.id" @click="turn(1)">Next</button>
          <label class="ml-auto"
            >Ruler
            <select v-model="unit" class="rounded-xs border border-rule bg-white px-1 py-1">
              <option value="in">inches</option>
              <option value="mm">millimetres</option>
            </select></label
          >
        </p>
        <p class="small mt-1 min-h-10 text-faded">
          {{
            takesZone
              ? zone
                ? `The zone: ${zone.x}, ${zone.y}, ${zone.width} wide, ${zone.height} high (${zone.unit ?? 'in'}).`
                : 'Draw a zone for the rule, or press a code that was found: it takes its place, with room to spare.'
              : 'This rule looks at no place.'
          }}
        </p>
        <button
          v-if="takesZone && !zone"
          type="button"
          class="act-quiet mb-2 min-h-9!"
          @click="
            changeRule(active, {
              zone: unit === 'mm' ? { x: 60, y: 60, width: 80, height: 40, unit } : { x: 2.5, y: 2.5, width: 3, height: 1.5, unit },
            })
          "
        >
          Put a zone here, then move it
        </button>
        <ZoneDrawing
          :page="page"
          :zone="takesZone ? zone : null"
          :unit="unit"
          @change="takesZone && changeRule(active, { zone: $event })"
        />
      </template>
    </aside>
  </div>
</template>
