<script setup lang="ts">
import type { BatchRow } from '~~/shared/views/batches'
import type { RubricChoice, WaitingView } from '~~/shared/views/rubrics'
import { counted } from '~/words/count'
import { deskLine, enteringWords } from '~/words/desk'
import { saidTime } from '~/words/time'

useHead({ title: 'Desk · Rubricator' })
const { data: batches, trouble, refresh } = useLoaded<BatchRow[]>('/api/batches?open=true', { kept: true })
useLive(null, refresh)
const { data: rubrics } = useLoaded<RubricChoice[]>('/api/rubrics', { kept: true })
const { data: strained, refresh: lookAgain } = useLoaded<WaitingView[]>('/api/waiting')
useLive(null, lookAgain)
const toScan = computed(() => rubrics.value?.filter(one => one.mayScan) ?? [])
const dropTrouble = ref<string | null>(null)

const toFix = computed(() => (batches.value ?? []).filter(batch => batch.state === 'to fix' && batch.mayFix))
/** Rubrics of which several batches wait for their values: gone through as one. */
const queues = computed(() => {
  const waiting = (batches.value ?? []).filter(batch => batch.state === 'to index' && batch.mayIndex)
  return [...new Set(waiting.map(batch => batch.rubric))]
    .map(rubric => ({ rubric, own: waiting.filter(batch => batch.rubric === rubric) }))
    .filter(({ own }) => own.length > 1)
    .map(({ rubric, own }) => ({ rubric, documents: own.reduce((sum, batch) => sum + batch.openDocuments, 0) }))
})
const lines = computed(() => (batches.value ?? []).map(deskLine))
const groups = computed(() =>
  [
    { title: 'Waits for a person', waits: true, lines: lines.value.filter(line => line.waits) },
    { title: 'Under way', waits: false, lines: lines.value.filter(line => !line.waits) },
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
  <ul v-if="strained?.length" class="mb-5 max-w-5xl">
    <li v-for="one in strained" :key="one.id" class="border-l-4 border-ochre bg-ochre-wash px-5 py-2" role="status">
      <strong class="font-semibold">{{ one.name }}</strong> · {{ one.words }}
      <template v-if="one.full">Nothing new of it can be begun until some are done. Ask {{ one.ask.join(' or ') }}.</template>
      <template v-else>At the limit nothing new of it can be begun.</template>
    </li>
  </ul>
  <TroubledDestinations failed-only @changed="refresh" />
  <SetupLine />
  <DemoLine />
  <section v-for="group in groups" :key="group.title" class="mb-9 max-w-5xl">
    <div class="mb-1 flex flex-wrap items-baseline gap-x-6">
      <h2 class="text-xl text-faded">{{ group.title }}</h2>
      <template v-if="group.waits">
        <NuxtLink v-for="one in queues" :key="one.rubric" :to="{ path: '/enter', query: { rubric: one.rubric } }" class="link ml-auto"
          >Enter all {{ counted(one.documents, 'document') }} of {{ one.rubric }}</NuxtLink
        >
      </template>
    </div>
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
            >{{ line.batch.rubric }} · begun {{ saidTime(line.batch.createdAt) }},
            {{ line.batch.forGroup ? `waits for ${line.batch.forGroup}` : `with ${line.batch.owner}` }}{{ enteringWords(line.batch) }}</span
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
