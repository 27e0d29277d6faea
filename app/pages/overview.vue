<script setup lang="ts">
import type { Overview } from '~~/shared/views/overview'
import { counted } from '~/words/count'
import { saidSize } from '~/words/size'
import { faultWords } from '~/words/faults'
import { bars, barsHigh, hundred, list, percent, whole } from '~/components/overview/bars'
import { saidDay, saidHours, saidTime } from '~/words/time'

/** What waits, what came in, what people put right, and what it weighs: with what to do next. */
definePageMeta({ wide: true })
useHead({ title: 'Overview · Rubricator' })
const { asked, set } = useListQuery({ days: '30' })
const { data, trouble } = useLoaded<Overview>(() => `/api/overview?days=${asked.value.days}`, { kept: true })
/** The first of the days that are added up: the lists behind the figures begin there. */
const since = computed(() => data.value?.days[0]?.day ?? '')
const stages = ['to fix', 'to index', 'to check', 'held'] as const

const oldest = computed(() => [...(data.value?.waiting ?? [])].sort((a, b) => a.since.localeCompare(b.since))[0] ?? null)
const rubricsWaiting = computed(() => [...new Set((data.value?.waiting ?? []).map(row => row.rubric))])
const waitingSays = computed(() =>
  oldest.value
    ? `The oldest has been ${oldest.value.state} since ${saidTime(oldest.value.since)}: ${oldest.value.rubric}. Begin there.`
    : 'Nothing waits for anybody.',
)
const waitingChart = computed(() =>
  bars(
    rubricsWaiting.value,
    stages.map(name => ({
      name,
      data: rubricsWaiting.value.map(rubric => data.value!.waiting.find(row => row.rubric === rubric && row.state === name)?.batches ?? 0),
    })),
    whole,
  ),
)

const total = (of: 'sides' | 'documents' | 'filed' | 'corrections') => (data.value?.days ?? []).reduce((sum, day) => sum + day[of], 0)
const daysSays = computed(() => {
  const open = total('documents') - total('filed')
  const filed = open ? `${open} of them ${open === 1 ? 'is' : 'are'} not filed yet` : 'all are filed'
  return `${counted(total('sides'), 'side')} became ${counted(total('documents'), 'document')}; ${filed}.`
})
const daysChart = computed(() => ({
  xAxis: { type: 'category', data: data.value!.days.map(row => saidDay(row.day)) },
  yAxis: { type: 'value', minInterval: 1 },
  series: (['sides', 'documents', 'filed'] as const).map(of => ({
    name: of,
    type: 'line',
    data: data.value!.days.map(row => row[of]),
    symbolSize: 6,
  })),
}))

const untouched = computed(() => (data.value?.untouched ?? []).map(row => ({ ...row, share: percent(row.untouched, row.documents) })))
const untouchedSays = computed(() => {
  const worst = [...untouched.value].sort((a, b) => a.share - b.share)[0]
  if (worst?.share === 100) return 'No value of any document was typed or put right.'
  return worst
    ? `Least at ${worst.rubric}: ${worst.share} % needed no hand. Its fields are worth a look in the rubric.`
    : 'No document was filed.'
})
const untouchedChart = computed(() =>
  bars(
    untouched.value.map(row => row.rubric),
    [{ name: 'needed no hand', data: untouched.value.map(row => row.share) }],
    hundred,
  ),
)

const changed = computed(() => (data.value?.changed ?? []).map(row => ({ ...row, share: percent(row.changed, row.documents) })))
const changedSays = computed(() => {
  const [most] = changed.value
  return most
    ? `Most often ${most.field} of ${most.rubric}: typed or put right in ${most.share} % of ${counted(most.documents, 'document')}.`
    : 'Nobody had to put a value right.'
})
const changedChart = computed(() =>
  bars(
    changed.value.map(row => `${row.field} · ${row.rubric}`),
    [{ name: 'typed or put right', data: changed.value.map(row => row.share) }],
    hundred,
  ),
)

const perThousand = (part: number, whole: number) => (whole ? Math.round((1000 * part) / whole) : 0)
const faults = computed(() => (data.value?.faults ?? []).map(row => ({ ...row, share: perThousand(row.faults, row.documents) })))
const faultsSays = computed(() => {
  const [most] = faults.value
  const looked = (data.value?.checked ?? []).reduce((sum, day) => sum + day.documents, 0)
  if (!most) return looked ? `${counted(looked, 'document')} looked at, and nothing was wrong.` : 'Nothing was checked.'
  const what = most.field ? `${most.field} of ${most.rubric}` : `${most.rubric}, ${faultWords[most.kind]}`
  return `Most often ${what}: ${most.share} of a thousand documents that were looked at.`
})
const faultsChart = computed(() => ({
  xAxis: { type: 'category', data: data.value!.checked.map(row => saidDay(row.day)) },
  yAxis: { type: 'value', name: 'of a thousand', nameTextStyle: { align: 'left' } },
  legend: { show: false },
  grid: { left: 8, right: 16, top: 44, bottom: 4, containLabel: true },
  series: [
    {
      name: 'faulty of a thousand',
      type: 'line',
      data: data.value!.checked.map(row => perThousand(row.faulty, row.documents)),
      symbolSize: 6,
    },
  ],
}))

const stagesSays = computed(() => {
  const longest = [...(data.value?.stages ?? [])].sort((a, b) => b.most - a.most)[0]
  return longest
    ? `Longest ${longest.stage}, ${longest.rubric}: one batch in ten stood there for ${saidHours(longest.most)} or more.`
    : 'No batch went through anybody’s hands.'
})
const stagesChart = computed(() => ({
  ...bars(
    (data.value?.stages ?? []).map(row => `${row.stage} · ${row.rubric}`),
    [{ name: 'the middle batch', data: (data.value?.stages ?? []).map(row => row.middle) }],
    { axisLabel: { formatter: saidHours, hideOverlap: true }, minInterval: 1 / 60 },
  ),
  tooltip: { valueFormatter: (hours: unknown) => saidHours(Number(hours)) },
}))

const deliveriesSays = computed(() => {
  const failed = (data.value?.deliveries ?? []).filter(row => row.failed)
  return failed.length
    ? `${failed.map(row => `${row.failed} at ${row.destination}`).join(', ')} did not arrive: send them again.`
    : 'All arrived, or are on their way.'
})
const deliveriesChart = computed(() =>
  bars(
    data.value!.deliveries.map(row => row.destination),
    (['delivered', 'waiting', 'failed'] as const).map(name => ({ name, data: data.value!.deliveries.map(row => row[name]) })),
    whole,
  ),
)

const storageSays = computed(() => {
  const rows = data.value?.storage ?? []
  const bytes = rows.reduce((sum, row) => sum + row.bytes, 0)
  const mono = rows.find(row => row.colour === 'mono')
  const rest = rows.filter(row => row.colour !== 'mono')
  const could = mono ? rest.reduce((sum, row) => sum + row.bytes - (row.pages * mono.bytes) / mono.pages, 0) : 0
  return rows.length
    ? `Pages weigh ${saidSize(bytes)}.${could > bytes / 10 ? ` In mono they would weigh about ${saidSize(bytes - could)}.` : ''}`
    : 'No page yet.'
})
const storageChart = computed(() => ({
  ...bars(
    data.value!.storage.map(row => row.colour),
    [{ name: 'pages weigh', data: data.value!.storage.map(row => row.bytes) }],
    { axisLabel: { formatter: (bytes: number) => saidSize(bytes) } },
  ),
  tooltip: { valueFormatter: (bytes: unknown) => saidSize(Number(bytes)) },
}))
</script>

<template>
  <PageTitle title="Overview">
    <label class="flex items-center gap-2"
      ><span class="text-faded">Of the last</span>
      <select class="field w-auto!" :value="asked.days" @change="set('days', ($event.target as HTMLSelectElement).value)">
        <option value="7">7 days</option>
        <option value="30">30 days</option>
        <option value="92">three months</option>
        <option value="366">year</option>
      </select></label
    >
  </PageTitle>
  <TroubleBand :words="trouble" />
  <div v-if="data" class="grid gap-x-10 gap-y-8 lg:grid-cols-2">
    <FigureChart
      title="What waits"
      :height="barsHigh(rubricsWaiting.length)"
      :says="waitingSays"
      :option="waitingChart"
      :head="['Rubric', 'Stage', 'Batches', 'Oldest since']"
      :rows="data.waiting.map(row => [row.rubric, row.state, row.batches, saidTime(row.since)])"
      :links="data.waiting.map(row => list('/batches', { text: row.rubric, state: row.state }))"
      :opens="(at, state) => list('/batches', { text: rubricsWaiting[at]!, state })"
      ><NuxtLink to="/batches" class="link">The batches</NuxtLink></FigureChart
    >
    <FigureChart
      title="What came in and was filed"
      :says="daysSays"
      :option="daysChart"
      :head="['Day', 'Sides', 'Documents', 'Filed', 'Corrections']"
      :rows="data.days.map(row => [row.day, row.sides, row.documents, row.filed, row.corrections])"
      :links="data.days.map(row => list('/batches', { from: row.day, to: row.day }))"
      ><NuxtLink :to="list('/batches', { from: since })" class="link">The batches</NuxtLink></FigureChart
    >
    <FigureChart
      title="Documents that needed no hand"
      :height="barsHigh(untouched.length)"
      :says="untouchedSays"
      :option="untouchedChart"
      :head="['Rubric', 'Documents', 'Needed no hand', 'In a hundred']"
      :rows="untouched.map(row => [row.rubric, row.documents, row.untouched, row.share])"
      :links="untouched.map(row => list('/find', { rubric: row.rubric, state: 'sent', from: since }))"
    />
    <FigureChart
      title="Values that people put right"
      :height="barsHigh(changed.length)"
      :says="changedSays"
      :option="changedChart"
      :head="['Rubric', 'Type', 'Field', 'Documents', 'Put right', 'In a hundred']"
      :rows="changed.map(row => [row.rubric, row.type, row.field, row.documents, row.changed, row.share])"
      :links="changed.map(row => list('/find', { rubric: row.rubric, type: row.type, state: 'sent', from: since }))"
    />
    <FigureChart
      title="What checkers found"
      :says="faultsSays"
      :option="faultsChart"
      :head="['Rubric', 'Type', 'What', 'Field', 'Device', 'Faults', 'Of documents', 'Of a thousand']"
      :rows="
        faults.map(row => [
          row.rubric,
          row.type ?? '',
          faultWords[row.kind],
          row.field ?? '',
          row.device ?? 'files',
          row.faults,
          row.documents,
          row.share,
        ])
      "
      :links="faults.map(row => list('/find', { rubric: row.rubric, ...(row.type ? { type: row.type } : {}) }))"
      :opens="() => null"
      ><NuxtLink to="/batches?state=to check" class="link">What waits to be checked</NuxtLink></FigureChart
    >
    <FigureChart
      title="How long batches stood"
      :height="barsHigh(data.stages.length)"
      :says="stagesSays"
      :option="stagesChart"
      :head="['Rubric', 'Stage', 'Batches', 'Hours, the middle one', 'Nine of ten at most']"
      :rows="data.stages.map(row => [row.rubric, row.stage, row.batches, row.middle, row.most])"
      :links="data.stages.map(row => list('/batches', { text: row.rubric, from: since }))"
      ><NuxtLink to="/batches" class="link">The batches</NuxtLink></FigureChart
    >
    <FigureChart
      title="Deliveries"
      :height="barsHigh(data.deliveries.length)"
      :says="deliveriesSays"
      :option="deliveriesChart"
      :head="['Destination', 'Delivered', 'On their way', 'Did not arrive']"
      :rows="data.deliveries.map(row => [row.destination, row.delivered, row.waiting, row.failed])"
      :links="data.deliveries.map(row => list('/sent', { destination: row.id, from: since, ...(row.failed ? { state: 'failed' } : {}) }))"
      :opens="(at, state) => list('/sent', { destination: data!.deliveries[at]!.id, state, from: since })"
      ><NuxtLink to="/sent" class="link">The slips</NuxtLink></FigureChart
    >
    <ScanningFigures :devices="data.devices" :codes="data.codes" :since="since" />
    <FigureChart
      title="What pages weigh"
      :height="barsHigh(data.storage.length)"
      :says="storageSays"
      :option="storageChart"
      :head="['Kept in', 'Pages', 'Bytes']"
      :rows="data.storage.map(row => [row.colour, row.pages, row.bytes])"
    />
  </div>
  <p v-else-if="!trouble" class="text-faded" role="status">Adding it up…</p>
</template>
