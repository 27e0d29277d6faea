<script setup lang="ts">
import type { Overview } from '~~/shared/views/overview'
import { bars, barsHigh, hundred, list, percent, whole } from '~/components/overview/bars'
import { counted } from '~/words/count'

/** Where devices had trouble, and where codes did not read. */
const props = defineProps<{ devices: Overview['devices']; codes: Overview['codes']; since: string }>()
const me = useMe()
const isSteward = computed(() => me.person?.roles.includes('steward') ?? false)

const devicesSays = computed(() => {
  const [most] = props.devices
  if (!most) return 'Nothing was scanned at a device.'
  return most.faults
    ? `Most at ${most.device}: ${most.faults} of ${counted(most.loads, 'stack')}. The last time: ${most.last}`
    : 'None had any.'
})
const devicesChart = computed(() =>
  bars(
    props.devices.map(row => row.device),
    [
      { name: 'without trouble', data: props.devices.map(row => row.loads - row.faults) },
      { name: 'with trouble', data: props.devices.map(row => row.faults) },
    ],
    whole,
  ),
)

const read = computed(() => props.codes.map(row => ({ ...row, share: percent(row.read, row.pages) })))
const codesSays = computed(() => {
  const worst = [...read.value].sort((a, b) => a.share - b.share)[0]
  if (!worst) return 'No rule looked for one.'
  return worst.share === 100
    ? 'All that were seen were read.'
    : `Least at ${worst.rubric}: read on ${worst.share} % of ${counted(worst.pages, 'page')} that bear one.`
})
const codesChart = computed(() =>
  bars(
    read.value.map(row => row.rubric),
    [{ name: 'read', data: read.value.map(row => row.share) }],
    hundred,
  ),
)
</script>

<template>
  <FigureChart
    title="Trouble at devices"
    :height="barsHigh(devices.length)"
    :says="devicesSays"
    :option="devicesChart"
    :head="['Device', 'Stacks', 'With trouble', 'The last time']"
    :rows="devices.map(row => [row.device, row.loads, row.faults, row.last ?? ''])"
    :links="devices.map(row => (isSteward ? `/set-up/${row.id}` : null))"
  />
  <FigureChart
    title="Codes that were read"
    :height="barsHigh(read.length)"
    :says="codesSays"
    :option="codesChart"
    :head="['Rubric', 'Pages with a code', 'Read', 'In a hundred']"
    :rows="read.map(row => [row.rubric, row.pages, row.read, row.share])"
    :links="read.map(row => list('/batches', { text: row.rubric, from: since }))"
  />
</template>
