<script setup lang="ts">
import type { SlipPage } from '~~/shared/views/slips'
import { saidSize } from '~/words/size'
import { exactTime } from '~/words/time'

/** One slip, as one prints it for a file or a question. */
const route = useRoute()
const { data: slip, trouble, refresh } = useLoaded<SlipPage>(() => `/api/slips/${String(route.params.id)}`, { is: 'the page' })
useLive(() => slip.value?.batch ?? 0, refresh)
useHead({ title: () => `Slip ${String(route.params.id)} · Rubricator` })
const state = { delivered: 'arrived', waiting: 'is on its way', failed: 'did not arrive' } as const
const print = () => window.print()
</script>

<template>
  <TroubleBand :words="trouble" />
  <template v-if="slip">
    <PageTitle :title="`Slip ${slip.id}`" low>
      <button type="button" class="act-quiet" @click="print">Print it</button>
    </PageTitle>
    <article class="mt-4 max-w-3xl">
      <p class="font-serif text-2xl leading-snug">
        {{ slip.type }}, {{ slip.title }}, {{ state[slip.state] }} at {{ slip.destination
        }}<template v-if="slip.deliveredAt"> on {{ exactTime(slip.deliveredAt) }}</template>.
      </p>
      <p v-if="slip.trouble" class="mt-2 border-l-4 border-ochre bg-ochre-wash px-4 py-2">{{ slip.trouble }}</p>
      <dl class="mt-5">
        <div
          v-for="[name, value] in [
            ['Place', slip.place],
            ['Answer', slip.answer],
            ['Held there', slip.heldAt && `as it was, when asked on ${exactTime(slip.heldAt)}`],
            ['Begun', exactTime(slip.createdAt)],
            ['Tried', slip.attempts === 1 ? 'once' : `${slip.attempts} times`],
            ['Edition', String(slip.edition)],
            ['Batch', slip.batchName],
            ['Rubric', slip.rubric],
            ['Confirmed by', slip.person],
            ['Office', slip.office],
          ].filter((row): row is [string, string] => Boolean(row[1]))"
          :key="name"
          class="flex items-baseline gap-4 border-b border-rule py-1.5"
        >
          <dt class="w-36 shrink-0 text-faded">{{ name }}</dt>
          <dd class="min-w-0 flex-1 break-words">{{ value }}</dd>
        </div>
      </dl>
      <h2 class="mt-7 mb-1 text-xl">{{ slip.files.length === 1 ? 'File' : 'Files' }}</h2>
      <ul>
        <li v-for="file in slip.files" :key="file.name" class="border-b border-rule py-1.5">
          <p class="flex items-baseline gap-4">
            <span class="numbers min-w-0 flex-1 break-words">{{ file.name }}</span
            ><span class="small text-faded">{{ saidSize(file.bytes) }}</span>
          </p>
          <p class="small text-faded">SHA-256 <span class="numbers break-all">{{ file.sha256 }}</span></p>
        </li>
      </ul>
      <template v-if="slip.values.length">
        <h2 class="mt-7 mb-1 text-xl">Index values</h2>
        <dl>
          <div v-for="one in slip.values" :key="one.label" class="flex items-baseline gap-4 border-b border-rule py-1.5">
            <dt class="w-36 shrink-0 text-faded">{{ one.label }}</dt>
            <dd class="min-w-0 flex-1 break-words">{{ one.value }}</dd>
          </div>
        </dl>
      </template>
      <p class="mt-6 flex gap-6 print:hidden">
        <NuxtLink :to="`/documents/${slip.document}`" class="link">The document</NuxtLink>
        <NuxtLink :to="`/batches/${slip.batch}`" class="link">Its batch</NuxtLink>
        <NuxtLink to="/sent" class="link">All that was sent</NuxtLink>
      </p>
    </article>
  </template>
</template>
