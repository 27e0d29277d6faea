<script setup lang="ts">
import type { BatchRow } from '~~/shared/views/batches'
import type { RubricChoice } from '~~/shared/views/rubrics'
import { counted } from '~/words/count'
import { deskLine } from '~/words/desk'
import { saidTime } from '~/words/time'

useHead({ title: 'Desk · Rubricator' })
const { data: batches, trouble, refresh } = useLoaded<BatchRow[]>('/api/batches?open=true')
useLive(null, refresh)
const { data: rubrics } = useLoaded<RubricChoice[]>('/api/rubrics')
const toScan = computed(() => rubrics.value?.filter(one => one.mayScan) ?? [])
const dropTrouble = ref<string | null>(null)

const toFix = computed(() => (batches.value ?? []).filter(batch => batch.state === 'to fix' && batch.may_fix))
const lines = computed(() => (batches.value ?? []).map(deskLine))
const groups = computed(() =>
  [
    { title: 'Waits for a person', lines: lines.value.filter(line => line.waits) },
    { title: 'Under way', lines: lines.value.filter(line => !line.waits) },
  ].filter(group => group.lines.length),
)
</script>

<template>
  <PageTitle title="Desk">
    <NuxtLink v-if="toFix.length > 1" to="/fix" class="act-quiet"
      >Look at all
      {{
        counted(
          toFix.reduce((sum, batch) => sum + batch.asking, 0),
          'page',
        )
      }}
      to fix</NuxtLink
    >
    <NuxtLink to="/scan" class="act">Start a scan</NuxtLink>
  </PageTitle>
  <TroubleBand :words="dropTrouble ?? trouble" />
  <DropAnywhere :rubrics="toScan" @trouble="dropTrouble = $event" />
  <SetupLine />
  <DemoLine />
  <section v-for="group in groups" :key="group.title" class="mb-9 max-w-5xl">
    <h2 class="mb-1 text-xl text-faded">{{ group.title }}</h2>
    <ul>
      <li v-for="line in group.lines" :key="line.batch.id" class="flex items-center gap-6 border-b border-rule py-3">
        <p class="min-w-0 flex-1 font-serif text-[1.35rem] leading-snug">
          {{ line.before }}
          <NuxtLink
            :to="`/batches/${line.batch.id}`"
            class="italic text-ink underline decoration-rule underline-offset-4 hover:decoration-ink"
            >{{ line.batch.name }}</NuxtLink
          >
          {{ line.after }}
          <span class="block font-sans text-sm text-faded"
            >{{ line.batch.rubric }} · begun {{ saidTime(line.batch.created_at) }},
            {{ line.batch.for_group ? `waits for ${line.batch.for_group}` : `with ${line.batch.owner}` }}</span
          >
        </p>
        <NuxtLink :to="line.to" :class="line.waits ? 'act' : 'act-quiet'" :aria-label="`${line.act}: ${line.batch.name}`">{{
          line.act
        }}</NuxtLink>
      </li>
    </ul>
  </section>
  <div v-if="batches && !lines.length" class="max-w-2xl py-10">
    <p class="initial font-serif text-3xl">Nothing waits for you.</p>
    <p class="mt-4 text-lg text-faded">
      Here you will find pages that need your eye and documents that lack a value, as soon as paper is scanned. To begin, put a stack in a
      device's feeder and start a scan.
    </p>
  </div>
</template>
