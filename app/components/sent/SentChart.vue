<script setup lang="ts">
import type { SlipHour } from '~~/shared/views/slips'
import { counted } from '~/words/count'
import { saidDay } from '~/words/time'

/** Deliveries of the last two days by hour: what arrived where, and what failed. */
const { data, trouble, refresh } = useLoaded<SlipHour[]>('/api/slips/hours?hours=48')
useLive(null, refresh)
/** From the first to the last, those without a delivery too. They are the office's hours: counted as if it had no summer time. */
const hours = computed(() => {
  const known = (data.value ?? []).map(row => row.hour)
  const [first, last] = [known[0], known.at(-1)].map(hour => (hour ? Date.parse(`${hour.replace(' ', 'T')}Z`) : NaN)) as [number, number]
  const all: string[] = []
  for (let at = first; at <= last; at += 3600_000) all.push(new Date(at).toISOString().slice(0, 16).replace('T', ' '))
  return all
})
const destinations = computed(() => [...new Set((data.value ?? []).map(row => row.destination))])
const sum = (rows: readonly SlipHour[], of: 'delivered' | 'failed') => rows.reduce((all, row) => all + row[of], 0)
const says = computed(() => {
  const rows = data.value ?? []
  if (!rows.length) return 'Nothing was sent in the last two days.'
  const failed = rows.filter(row => row.failed)
  const worst = destinations.value
    .map(name => ({
      name,
      failed: sum(
        failed.filter(row => row.destination === name),
        'failed',
      ),
    }))
    .sort((a, b) => b.failed - a.failed)[0]!
  return `${counted(sum(rows, 'delivered'), 'delivery', 'deliveries')} arrived in the last two days${
    worst.failed ? `; ${sum(rows, 'failed')} failed, most at ${worst.name}.` : ', and none failed.'
  }`
})
const option = computed(() => ({
  xAxis: { type: 'category', data: hours.value.map(hour => `${saidDay(hour.slice(0, 10))} ${hour.slice(11)}`) },
  yAxis: { type: 'value', minInterval: 1 },
  series: [
    ...destinations.value.map(name => ({
      name,
      type: 'bar',
      stack: 'all',
      barMaxWidth: 28,
      data: hours.value.map(hour =>
        sum(
          data.value!.filter(row => row.hour === hour && row.destination === name),
          'delivered',
        ),
      ),
    })),
    {
      name: 'failed',
      type: 'line',
      symbol: 'diamond',
      symbolSize: 9,
      data: hours.value.map(hour =>
        sum(
          data.value!.filter(row => row.hour === hour),
          'failed',
        ),
      ),
    },
  ],
}))
const rows = computed(() => (data.value ?? []).map(row => [row.hour, row.destination, row.delivered, row.failed]))
</script>

<template>
  <TroubleBand :words="trouble" />
  <FigureChart
    v-if="data"
    class="mb-6 max-w-5xl"
    title="Deliveries by hour"
    :says="says"
    :option="option"
    :head="['hour', 'destination', 'arrived', 'failed']"
    :rows="rows"
  />
</template>
