<script setup lang="ts">
import { isAsideFate, type Fate } from '~~/core/model/ledger'
import type { BatchDetail } from '~~/shared/views/batches'
import { segmentsOf } from '~/components/ribbon/segments'
import { counted } from '~/words/count'
import { saidTime } from '~/words/time'

definePageMeta({ layout: 'plain' })
const id = Number(useRoute().params.id)
const { data: batch, trouble } = useLoaded<BatchDetail>(`/api/batches/${id}`, { is: 'the page' })
useHead({ title: () => `Contact sheet of ${batch.value?.name ?? 'a batch'} · Rubricator` })
const segments = computed(() => (batch.value ? segmentsOf(batch.value) : []))
const fates: Record<Fate, string> = {
  kept: '',
  blank: 'blank',
  separator: 'separator',
  unreadable: 'unreadable',
  held: 'waits',
  'set-aside': 'set aside',
  replaced: 'scanned again',
  moved: 'moved away',
  dropped: 'dropped',
}
const print = () => window.print()
</script>

<template>
  <div class="mx-auto max-w-[60rem] px-8 py-6 print:max-w-none print:bg-white print:p-0">
    <p class="mb-4 flex gap-3 print:hidden">
      <button type="button" class="act" @click="print">Print it</button
      ><NuxtLink :to="`/batches/${id}`" class="act-quiet">Back to the ribbon</NuxtLink>
    </p>
    <TroubleBand :words="trouble" />
    <template v-if="batch">
      <h1 class="text-3xl">{{ batch.name }}</h1>
      <p class="small text-faded">
        {{ batch.rubric }}, version {{ batch.version }} · begun {{ saidTime(batch.createdAt) }} by {{ batch.owner }} ·
        {{ counted(batch.totals.scanned, 'side') }}, {{ counted(batch.documents.length, 'document') }}, {{ batch.totals.blank }} blank,
        {{ batch.pages.filter(page => isAsideFate(page.fate) && page.fate !== 'blank').length }} set aside
      </p>
      <section v-for="segment in segments" :key="segment.key" class="mt-4 break-inside-avoid-page border-t border-rule pt-2">
        <h2 class="text-lg" :class="segment.document ? 'text-vermilion' : 'text-ochre'">
          {{
            segment.document
              ? (segment.document.barcode ?? `Document ${segment.document.position}`)
              : segment.kind === 'waiting'
                ? 'Not decided'
                : 'Loose'
          }}
        </h2>
        <ul class="mt-1 flex flex-wrap gap-2">
          <li v-for="page in segment.pages" :key="page.id" class="w-28 break-inside-avoid">
            <img
              v-if="page.picture"
              :src="`/api/pages/${page.id}/thumbnail?v=${page.picture}`"
              :alt="`Page ${page.position}`"
              class="h-36 w-full border border-rule bg-white object-contain"
            />
            <span v-else class="grid h-36 place-items-center border border-rule text-sm text-faded">no picture</span>
            <span class="numbers flex justify-between text-xs"
              ><span>{{ page.position }} · {{ page.sheet }}{{ page.side === 'front' ? 'f' : 'b' }}</span
              ><span>{{ page.fate && fates[page.fate] }}</span></span
            >
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>
