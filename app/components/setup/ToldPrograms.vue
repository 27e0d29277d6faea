<script setup lang="ts">
import type { HookEvent, WebhookView } from '~~/shared/views/setUp'
import { counted } from '~/words/count'
import { saidTime } from '~/words/time'

/** Programs that are called when something changes. */
const { data: hooks, refresh } = useLoaded<WebhookView[]>('/api/webhooks')
useIntervalFn(() => void refresh(), 10_000)
const { running, trouble, run } = useAction()
const me = useMe()
const asked = reactive({ name: '', address: '', person: me.person?.name ?? '', events: ['batch', 'document', 'slip'] as HookEvent[] })
/** A secret is told once. */
const made = ref<string | null>(null)
const means: Record<HookEvent, string> = { batch: 'batches', document: 'documents', slip: 'deliveries' }

const add = () =>
  run(async () => {
    made.value = (await ask<{ secret: string }>('/api/webhooks', { method: 'POST', body: { ...asked } })).secret
    Object.assign(asked, { name: '', address: '' })
    await refresh()
  })
const end = (id: string) =>
  run(async () => {
    await ask(`/api/webhooks/${id}`, { method: 'DELETE' })
    await refresh()
  })
</script>

<template>
  <section aria-labelledby="told-title">
    <h2 id="told-title" class="mb-2 text-2xl">Programs that are told</h2>
    <ul>
      <li v-for="one in hooks ?? []" :key="one.id" class="border-b border-rule py-3">
        <p class="flex items-baseline gap-4">
          <span class="min-w-0 truncate font-serif text-xl">{{ one.name }}</span>
          <button type="button" class="link ml-auto min-h-9" :disabled="running" :aria-label="`End it: ${one.name}`" @click="end(one.id)">
            End it
          </button>
        </p>
        <p class="numbers text-sm break-all">{{ one.address }}</p>
        <p class="small text-faded">
          of {{ one.events.map(event => means[event]).join(', ') }} that {{ one.person }} may see · since {{ saidTime(one.madeAt) }}
        </p>
        <p v-if="one.trouble" class="mt-1 text-ochre">
          {{ one.trouble }} {{ counted(one.waiting, 'call') }} wait since {{ one.failingSince ? saidTime(one.failingSince) : 'now' }}; after
          a day they are given up.
        </p>
        <p v-if="one.givenUp" class="small text-ochre">{{ counted(one.givenUp, 'call') }} were given up.</p>
      </li>
    </ul>
    <p v-if="hooks && !hooks.length" class="py-3 text-faded">
      No program is told of anything. One that is gets a signed call when a batch, a document or a delivery changes, and asks /api/v1 for
      more.
    </p>
    <form class="mt-6 border border-rule bg-leaf px-6 py-5" @submit.prevent="add">
      <h3 class="mb-3 text-xl">Have a program told</h3>
      <TroubleBand :words="trouble" />
      <label class="mb-3 block"
        >Which program<input v-model="asked.name" class="field mt-1" placeholder="Case files" maxlength="120" required
      /></label>
      <label class="mb-3 block"
        >Where it is called<input
          v-model="asked.address"
          class="field numbers mt-1"
          type="url"
          placeholder="https://cases.example/changed"
          maxlength="500"
          required
      /></label>
      <label class="mb-3 block"
        >Of what this person may see<input v-model="asked.person" class="field mt-1" maxlength="120" required
      /></label>
      <fieldset class="mb-4">
        <legend>It is told of changes to</legend>
        <label v-for="(words, event) in means" :key="event" class="flex min-h-9 items-center gap-3"
          ><input v-model="asked.events" type="checkbox" :value="event" class="size-5 accent-lapis" /> {{ words }}</label
        >
      </fieldset>
      <button class="act" :disabled="running || !asked.events.length">Tell it from now on</button>
      <ShownOnce v-if="made" :secret="made">Copy the secret that signs the calls now: it is shown this once.</ShownOnce>
    </form>
  </section>
</template>
