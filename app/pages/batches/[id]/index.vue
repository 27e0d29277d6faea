<script setup lang="ts">
import type { BatchDetail, PageView } from '~~/core/model/views'
import { useCorrections } from '~/components/ribbon/useCorrections'
import { counted } from '~/words/count'
import { saidTime } from '~/words/time'

const id = Number(useRoute().params.id)
const { data: batch, trouble, refresh } = useLoaded<BatchDetail>(`/api/batches/${id}`)
useLive(id, refresh)
useHead({ title: () => `${batch.value?.name ?? 'Batch'} · Rubricator` })

const current = ref<number | null>(null)
const closeUp = shallowRef<PageView | null>(null)
const { running, trouble: actionTrouble, run } = useAction()
const corrections = useCorrections(() => batch.value!, refresh)

const currentPage = computed(() => batch.value?.pages.find(page => page.position === current.value) ?? null)
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
const again = shallowRef<{ id: number, batch: number, position: number, source: 'feeder' | 'glass' } | null>(null)
const rescan = (page: PageView) => (again.value = { id: page.id, batch: id, position: page.position, source: batch.value!.source })
/** A batch that was completed too early takes paper again, as long as nothing of it is confirmed. */
const mayReopen = computed(() => ['to fix', 'to index'].includes(batch.value?.state ?? '') && batch.value!.documents.every(document => document.state === 'open'))
const reopen = () => run(() => ask(`/api/batches/${id}/reopen`, { method: 'POST' }).then(() => undefined))
const resume = () => run(() => ask(`/api/batches/${id}/resume`, { method: 'POST' }))
</script>

<template>
  <TroubleBand :words="trouble ?? actionTrouble" />
  <template v-if="batch">
    <PageTitle :title="batch.name">
      <template #above>
        <p class="small flex flex-wrap gap-x-4 text-faded"><span>{{ batch.rubric }}</span><span>begun {{ saidTime(batch.created_at) }} by {{ batch.owner }}</span><StateMark :state="batch.state" /></p>
      </template>
      <button v-if="mayReopen" type="button" class="act-quiet" :disabled="running" @click="reopen">Add paper or files</button>
      <NuxtLink v-if="batch.state === 'to fix'" :to="`/fix?batch=${id}`" class="act">Look at {{ counted(asking, 'page') }}</NuxtLink>
      <NuxtLink v-if="batch.state === 'to index'" :to="`/batches/${id}/values`" class="act">Enter values of {{ counted(open, 'document') }}</NuxtLink>
      <NuxtLink v-if="batch.state === 'sending' || batch.state === 'done'" to="/sent" class="act-quiet">See the slips</NuxtLink>
    </PageTitle>
    <LoadPanel v-if="batch.state === 'receiving'" :batch="batch" />
    <TroubleBand v-if="batch.state === 'held'" :words="batch.trouble">
      <button type="button" class="act ml-auto" :disabled="running" @click="resume">Try it again</button>
    </TroubleBand>
    <div v-if="progress" class="mb-6 border border-rule bg-leaf px-6 py-4" role="status">
      <p class="font-serif text-xl">{{ progress.words }}: {{ progress.done }} of {{ counted(progress.of, 'page') }}</p>
      <progress class="mt-2 h-2 w-full accent-verdigris" :value="progress.done" :max="progress.of" :aria-label="progress.words" />
    </div>
    <TroubleBand :words="corrections.trouble.value" />
    <RibbonTools v-if="corrections.open.value" :page="currentPage" :corrections="corrections" @rescan="rescan" />
    <div class="grid items-start gap-8 lg:grid-cols-[minmax(0,1fr)_17rem]">
      <BatchRibbon v-model:current="current" :batch="batch" :corrections="corrections" @open="closeUp = $event" @rescan="rescan" />
      <aside class="sticky top-20 space-y-8">
        <MarginNote :page="currentPage" />
        <PageLedger :batch="batch" />
        <p class="small text-faded"><kbd>←</kbd> <kbd>→</kbd> <kbd>↑</kbd> <kbd>↓</kbd> move the caret, <kbd>Space</kbd> shows the page large</p>
      </aside>
    </div>
    <PageCloseUp :page="closeUp" @close="closeUp = null" />
    <ScanAgain :page="again" @close="again = null" @begun="again = null; refresh()" />
  </template>
  <p v-else-if="!trouble" class="text-faded" role="status">Fetching the batch…</p>
</template>
