<script setup lang="ts">
import type { PageView } from '~~/shared/views/pages'
import { useChosen } from '~/components/ribbon/useChosen'
import { useCorrections } from '~/components/ribbon/useCorrections'
import { useEditLock } from '~/components/ribbon/useEditLock'
import { useRibbonView } from '~/components/ribbon/useRibbonView'
import { counted } from '~/words/count'
import { saidTime } from '~/words/time'

definePageMeta({ wide: true })
const id = Number(useRoute().params.id)
const { data: batch, trouble, refresh } = useBatch(id, { is: 'the page' })
useLive(id, refresh)
useHead({ title: () => `${batch.value?.name ?? 'Batch'} · Rubricator` })

const closeUp = shallowRef<PageView | null>(null)
const black = shallowRef<PageView | null>(null)
async function blackened() {
  black.value = null
  await refresh()
}
const { running, trouble: actionTrouble, run } = useAction()
const lock = useEditLock(batch)
const corrections = useCorrections(() => batch.value!, lock, refresh)
const view = useRibbonView(batch)
const caret = ref<number | null>(null)
const choice = useChosen(view.pages, caret)
const ribbon = useTemplateRef<{ goToPage: (position: number) => void }>('ribbon')
const expecting = ref(false)

const asking = computed(() => batch.value?.pages.filter(page => page.asks).length ?? 0)
const open = computed(() => batch.value?.documents.filter(document => document.state === 'open').length ?? 0)
const progress = computed(() => {
  const found = batch.value
  if (!found || found.state !== 'sorting') return null
  const unexamined = found.pages.filter(page => !page.examined).length
  if (unexamined) return { words: 'Examining', done: found.pages.length - unexamined, of: found.pages.length }
  const kept = found.pages.filter(page => page.fate === 'kept')
  return { words: 'Reading', done: kept.filter(page => page.read).length, of: kept.length }
})
const again = shallowRef<{ id: number; batch: number; position: number; source: 'feeder' | 'glass' } | null>(null)
const rescan = (page: PageView) => (again.value = { id: page.id, batch: id, position: page.position, source: batch.value!.source })
/** A batch that was completed too early takes paper again, as long as nothing of it is sent. */
const mayReopen = computed(
  () =>
    ['to fix', 'to index', 'sending'].includes(batch.value?.state ?? '') &&
    batch.value!.documents.every(document => document.state !== 'sent'),
)
const reopen = () => run(() => ask(`/api/batches/${id}/reopen`, { method: 'POST' }).then(() => undefined))
const resume = () => run(() => ask(`/api/batches/${id}/resume`, { method: 'POST' }))

const me = useMe()
const unfinished = computed(() => !['done', 'abandoned'].includes(batch.value?.state ?? 'done'))
const handing = ref(false)
const mayHand = computed(() => unfinished.value && batch.value!.may.includes('scan'))
const mayTake = computed(
  () => unfinished.value && batch.value!.may.includes('fix') && (batch.value!.forGroup !== null || batch.value!.ownerId !== me.person?.id),
)
const takeOver = () =>
  run(async () => {
    await ask(`/api/batches/${id}/take-over`, { method: 'POST' })
    await refresh()
  })
const revising = ref(false)
const mayRevise = computed(
  () =>
    batch.value!.newestVersion > batch.value!.version &&
    batch.value!.may.includes('fix') &&
    ['to fix', 'to index'].includes(batch.value!.state),
)
async function revised() {
  revising.value = false
  await refresh()
}
/** Whoever gave it away may be one who does not see it any more. */
async function handed() {
  handing.value = false
  const still = await ask(`/api/batches/${id}`).then(
    () => true,
    () => false,
  )
  await (still ? refresh() : navigateTo('/batches'))
}

async function show(position: number) {
  view.clear()
  await nextTick()
  ribbon.value?.goToPage(position)
}
async function expected() {
  expecting.value = false
  await refresh()
}
</script>

<template>
  <TroubleBand :words="trouble ?? actionTrouble" />
  <template v-if="batch">
    <PageTitle :title="batch.name" low>
      <template #above>
        <p class="small flex flex-wrap gap-x-4 text-faded">
          <span
            >{{ batch.rubric }}, version {{ batch.version
            }}<button v-if="mayRevise" type="button" class="link ml-2" @click="revising = true">
              Version {{ batch.newestVersion }} is there…
            </button></span
          ><span>begun {{ saidTime(batch.createdAt) }}, {{ batch.forGroup ? `waits for ${batch.forGroup}` : `with ${batch.owner}` }}</span
          ><button v-if="mayHand" type="button" class="link" @click="handing = true">Hand over…</button
          ><button v-if="mayTake" type="button" class="link" :disabled="running" @click="takeOver">Make it mine</button
          ><StateMark :state="batch.state" />
        </p>
      </template>
      <button v-if="mayReopen && batch.may.includes('scan')" type="button" class="act-quiet" :disabled="running" @click="reopen">
        Add paper or files
      </button>
      <NuxtLink v-if="asking && batch.state === 'to fix' && batch.may.includes('fix')" :to="`/fix?batch=${id}`" class="act"
        >Look at {{ counted(asking, 'page') }}</NuxtLink
      >
      <NuxtLink v-if="batch.state === 'to index' && batch.may.includes('index')" :to="`/batches/${id}/table`" class="act-quiet"
        >Values as a table</NuxtLink
      >
      <NuxtLink v-if="batch.state === 'to index' && batch.may.includes('index')" :to="`/batches/${id}/values`" class="act"
        >Enter values of {{ counted(open, 'document') }}</NuxtLink
      >
      <NuxtLink v-if="batch.state === 'to check' && batch.may.includes('check')" :to="`/batches/${id}/check`" class="act"
        >Check it</NuxtLink
      >
      <NuxtLink v-if="batch.state === 'sending' || batch.state === 'done'" to="/sent" class="act-quiet">See the slips</NuxtLink>
    </PageTitle>
    <LoadPanel v-if="batch.state === 'receiving'" :batch="batch" @expect="expecting = true" />
    <TroubleBand v-if="batch.state === 'held'" :words="batch.trouble">
      <button type="button" class="act ml-auto" :disabled="running" @click="resume">Try it again</button>
    </TroubleBand>
    <p v-if="lock.other.value" class="mb-4 flex flex-wrap items-center gap-4 border-l-4 border-ochre bg-ochre-wash px-5 py-2" role="status">
      {{ lock.other.value }} works on this batch now. You can look at everything.
      <button type="button" class="link" :disabled="lock.running.value" @click="lock.takeOver()">Take it over</button>
    </p>
    <p v-if="batch.handed && unfinished" class="mb-3 border-l-4 border-lapis pl-4">
      {{ batch.handed.by }} handed it to {{ batch.handed.to }} {{ saidTime(batch.handed.at) }}: “{{ batch.handed.why }}”
    </p>
    <DifferenceBand :batch="batch" @show="show" @expect="expecting = true" @changed="refresh" />
    <div v-if="progress" class="mb-4 flex items-center gap-5 border border-rule bg-leaf px-5 py-2" role="status">
      <p class="font-serif text-lg whitespace-nowrap">{{ progress.words }}: {{ progress.done }} of {{ counted(progress.of, 'page') }}</p>
      <progress class="h-2 w-full accent-verdigris" :value="progress.done" :max="progress.of" :aria-label="progress.words" />
    </div>
    <TroubleBand :words="corrections.trouble.value ?? lock.trouble.value ?? view.trouble.value" />
    <div class="sticky top-0 z-[5] -mx-2 mb-2 space-y-1 border-b border-rule bg-ground px-2 py-1.5">
      <RibbonTools v-if="corrections.open.value" :choice="choice" :corrections="corrections" @rescan="rescan" />
      <RibbonView :view="view" :batch="id" />
    </div>
    <div class="grid items-start gap-8 lg:grid-cols-[minmax(0,1fr)_17rem]">
      <BatchRibbon
        ref="ribbon"
        :batch="batch"
        :view="view"
        :choice="choice"
        :corrections="corrections"
        @open="closeUp = $event"
        @rescan="rescan"
      />
      <aside aria-label="About the page and the batch" class="sticky top-24 max-h-[calc(100vh-6.5rem)] space-y-6 overflow-y-auto pr-1">
        <MarginNote :page="choice.current.value" :editable="corrections.open.value" @black="black = $event" />
        <PageLedger :batch="batch" @expect="expecting = true" />
        <KeepWhole :batch="batch" @changed="refresh" />
        <p class="small text-faded">
          <kbd>←</kbd> <kbd>→</kbd> <kbd>↑</kbd> <kbd>↓</kbd> move the caret, with <kbd>Shift</kbd> they choose; <kbd>Space</kbd> shows the
          page large, <kbd>D</kbd> goes to the next doubtful one
        </p>
      </aside>
    </div>
    <PageCloseUp :page="closeUp" :pages="batch.pages" @close="closeUp = null" />
    <BlackOutDialog :page="black" :editable="corrections.open.value" @close="black = null" @done="blackened" />
    <ScanAgain
      :page="again"
      @close="again = null"
      @begun="
        () => {
          again = null
          refresh()
        }
      "
    />
    <NewVersion :open="revising" :batch="id" @close="revising = false" @done="revised" />
    <HandOver :open="handing" :batch="id" @close="handing = false" @done="handed" />
    <ExpectedForm :batch="batch" :open="expecting" @close="expecting = false" @saved="expected" />
  </template>
  <p v-else-if="!trouble" class="text-faded" role="status">Fetching the batch…</p>
</template>
