<script setup lang="ts">
import { formatName } from '~~/core/model/barcodeFormats'
import { readCsv } from '~~/core/ledger/csv'
import type { SeparatorRule } from '~~/shared/views/rubrics'
import { composed } from '~~/core/pattern/parts'
import { patternOf } from '~~/core/pattern/pattern'
import { counted } from '~/words/count'

useHead({ title: 'Separator sheets · Rubricator' })
const { data: rules, trouble } = useLoaded<SeparatorRule[]>('/api/separators')
const { running, trouble: printTrouble, run } = useAction()
const key = (rule: SeparatorRule) => `${rule.rubric} ${rule.rule}`
const chosen = ref('')
watchEffect(() => {
  if (!chosen.value && rules.value?.length) chosen.value = key(rules.value[0]!)
})
const rule = computed(() => rules.value?.find(one => key(one) === chosen.value) ?? null)
const title = ref('')
const numbered = ref(true)
const paper = ref<'A4' | 'letter'>('A4')
const many = ref(false)
const list = ref('')
const single = ref<Record<string, string>>({})
watch(rule, now => (title.value = now?.title ?? ''))

/** What each sheet carries, by name; a rule without a plain pattern takes the whole value. */
const names = computed(() => (rule.value?.groups.length ? rule.value.groups : [{ name: 'value', label: 'Value' }]))
const csv = computed(() => readCsv(list.value))
const rows = computed(() => {
  const read = csv.value.rows
  const [head] = read
  // A first line that names the columns says which is which; without one they come in order.
  const columns =
    head && names.value.every(one => head.some(cell => same(cell, one.name) || same(cell, one.label)))
      ? names.value.map(one => head.findIndex(cell => same(cell, one.name) || same(cell, one.label)))
      : null
  return read
    .slice(columns ? 1 : 0)
    .map(cells => Object.fromEntries(names.value.map((one, at) => [one.name, cells[columns ? columns[at]! : at] ?? ''])))
})
const same = (a: string, b: string) => a.trim().toLowerCase() === b.toLowerCase()
const sheets = computed(() => (many.value ? rows.value : [single.value]))
const checked = computed(() =>
  sheets.value.map(texts => {
    const { pattern, groups } = rule.value ?? { pattern: null, groups: [] }
    const value = groups.length && pattern ? (composed(pattern, texts) ?? '') : (texts.value ?? '')
    return { texts, value, fits: value !== '' && (!pattern || patternOf(pattern).test(value)) }
  }),
)
const wrong = computed(() => checked.value.filter(one => !one.fits).length)
const ready = computed(() => rule.value !== null && checked.value.length > 0 && wrong.value === 0 && !(many.value && csv.value.trouble))

async function readList(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) list.value = await file.text()
}
const link = useTemplateRef<HTMLAnchorElement>('link')
const pdf = ref('')
const print = () =>
  run(async () => {
    const bytes = await $fetch<Blob>('/api/separators', {
      method: 'POST',
      responseType: 'blob',
      body: {
        rubric: rule.value!.rubric,
        rule: rule.value!.rule,
        sheets: sheets.value,
        title: title.value,
        numbered: many.value && numbered.value,
        paper: paper.value,
      },
    })
    if (pdf.value) URL.revokeObjectURL(pdf.value)
    pdf.value = URL.createObjectURL(new Blob([bytes], { type: 'application/pdf' }))
    await nextTick()
    link.value?.focus()
  })
watch([chosen, sheets, title, numbered, paper], () => (pdf.value = ''), { deep: true })
</script>

<template>
  <PageTitle title="Separator sheets">
    <a v-if="pdf" ref="link" :href="pdf" target="_blank" class="act-quiet">Open it</a>
    <a v-if="pdf" :href="pdf" class="act-quiet" download="separator-sheets.pdf">Save the PDF</a>
    <button type="button" class="act" :disabled="running || !ready" @click="print">
      {{ running ? 'Making it…' : `Make ${counted(Math.max(1, checked.length), 'sheet')} as PDF` }}
    </button>
  </PageTitle>
  <TroubleBand :words="trouble ?? printTrouble" />
  <p v-if="rules && !rules.length" class="max-w-2xl py-8 text-lg text-faded">
    No rubric has a rule with a barcode that can be printed. A steward adds one under Rubrics.
  </p>
  <div v-else class="grid items-start gap-12 lg:grid-cols-[26rem_minmax(0,1fr)]">
    <form class="space-y-4" @submit.prevent="ready && print()">
      <label class="block"
        >For
        <select v-model="chosen" class="field mt-1">
          <option v-for="one in rules ?? []" :key="key(one)" :value="key(one)">
            {{ one.rubricName }}: {{ one.title }} ({{ one.aside ? 'separator sheet' : 'cover sheet' }})
          </option>
        </select>
      </label>
      <p v-if="rule" class="small text-faded">
        {{
          rule.aside
            ? 'Lay a sheet in front of each document. It is set aside, and its values go to the document behind it.'
            : 'Lay a sheet in front of each document. It becomes its first page.'
        }}
        Printed as {{ formatName(rule.format) }}{{ rule.expects ? `; a value is ${rule.expects}` : '' }}.
      </p>
      <label class="block">Words on the sheet<input v-model="title" class="field mt-1" maxlength="80" /></label>
      <div role="radiogroup" aria-label="How many" class="flex gap-6">
        <label class="flex items-center gap-2"
          ><input v-model="many" type="radio" :value="false" class="size-5 accent-lapis" />one sheet</label
        >
        <label class="flex items-center gap-2"
          ><input v-model="many" type="radio" :value="true" class="size-5 accent-lapis" />a set from a list</label
        >
      </div>
      <template v-if="!many">
        <label v-for="one in names" :key="one.name" class="block"
          >{{ one.label }}<input v-model="single[one.name]" class="field numbers mt-1" autocomplete="off" spellcheck="false"
        /></label>
      </template>
      <template v-else>
        <label class="block"
          >A line for each sheet: {{ names.map(one => one.label).join(', ') }}
          <textarea v-model="list" class="field numbers mt-1 h-44" spellcheck="false" :placeholder="names.map(one => one.name).join(',')" />
        </label>
        <p class="flex flex-wrap items-center gap-4">
          <label class="act-quiet relative cursor-pointer focus-within:outline-3 focus-within:outline-lapis"
            >Read a CSV file<input
              type="file"
              accept=".csv,.txt,text/csv"
              class="absolute inset-0 cursor-pointer opacity-0"
              @change="readList"
          /></label>
          <label class="flex items-center gap-2"><input v-model="numbered" type="checkbox" class="size-5 accent-lapis" />number them</label>
        </p>
      </template>
      <label class="block"
        >Paper
        <select v-model="paper" class="field mt-1">
          <option value="A4">A4</option>
          <option value="letter">Letter</option>
        </select></label
      >
    </form>
    <section aria-label="Sheets">
      <h2 class="text-xl">
        {{ many ? counted(checked.length, 'sheet') : 'The sheet'
        }}<span v-if="wrong && (many || single[names[0]!.name])" class="ml-3 font-sans text-base text-ochre">{{
          wrong === 1 && !many ? 'does not fit yet' : `${wrong} do not fit`
        }}</span>
      </h2>
      <TroubleBand :words="many ? csv.trouble : null" />
      <p v-if="many && !checked.length" class="mt-2 text-faded">Type or read a list, and its sheets stand here.</p>
      <table v-else class="mt-2 w-full text-left">
        <thead class="small text-faded">
          <tr class="border-b border-ink">
            <th class="py-1 pr-4 font-normal">No.</th>
            <th v-for="one in names" :key="one.name" class="pr-4 font-normal">{{ one.label }}</th>
            <th class="font-normal">The code says</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, at) in checked.slice(0, 300)" :key="at" class="border-b border-rule">
            <td class="numbers py-1 pr-4 text-faded">{{ at + 1 }}</td>
            <td v-for="name in names" :key="name.name" class="numbers pr-4">{{ one.texts[name.name] }}</td>
            <td class="numbers" :class="one.fits ? '' : 'text-ochre'">
              {{ one.value || '–' }}<span v-if="!one.fits && one.value" class="small ml-2 font-sans">does not fit</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="pdf" class="mt-5 text-verdigris" role="status">The PDF is made. Open it to print it, or save it.</p>
    </section>
  </div>
</template>
