<script setup lang="ts">
import type { Scope, TokenView } from '~~/shared/views/people'
import { saidTime } from '~/words/time'

const { data: tokens, refresh } = useLoaded<TokenView[]>('/api/tokens')
const { running, trouble, run } = useAction()
const me = useMe()
const asked = reactive({ name: '', person: me.person?.name ?? '', scopes: ['capture', 'read'] as Scope[] })
/** A token is told once. */
const made = ref<string | null>(null)
const means: Record<Scope, string> = {
  capture: 'hand files in',
  read: 'look at batches and documents',
  index: 'enter index values',
  manage: 'set things up',
  print: 'send print jobs',
}
const inUse = computed(() => (tokens.value ?? []).filter(token => !token.endedAt))

const add = () =>
  run(async () => {
    made.value = (await ask<{ token: string }>('/api/tokens', { method: 'POST', body: { ...asked } })).token
    asked.name = ''
    await refresh()
  })
const end = (id: string) =>
  run(async () => {
    await ask(`/api/tokens/${id}`, { method: 'DELETE' })
    await refresh()
  })
</script>

<template>
  <section aria-labelledby="programs-title">
    <h2 id="programs-title" class="mb-2 text-2xl">Other programs</h2>
    <ul>
      <li v-for="one in inUse" :key="one.id" class="border-b border-rule py-3">
        <p class="flex items-baseline gap-4">
          <span class="min-w-0 truncate font-serif text-xl">{{ one.name }}</span>
          <button
            type="button"
            class="link ml-auto min-h-9"
            :disabled="running"
            :aria-label="`End it: ${one.name} for ${one.person}`"
            @click="end(one.id)"
          >
            End it
          </button>
        </p>
        <p class="small text-faded">
          for {{ one.person }} · may {{ one.scopes.map(scope => means[scope]).join(', ') }} · made {{ saidTime(one.madeAt) }}
        </p>
      </li>
    </ul>
    <p v-if="tokens && !inUse.length" class="py-3 text-faded">
      No program has a token. With one it hands files in or asks for documents, as /api/v1/openapi.json describes.
    </p>
    <form class="mt-6 border border-rule bg-leaf px-6 py-5" @submit.prevent="add">
      <h3 class="mb-3 text-xl">Let a program in</h3>
      <TroubleBand :words="trouble" />
      <label class="mb-3 block"
        >What it is<input v-model="asked.name" class="field mt-1" placeholder="Night import" maxlength="120" required
      /></label>
      <label class="mb-3 block"
        >For whom it acts: it sees what this person sees<input v-model="asked.person" class="field mt-1" maxlength="120" required
      /></label>
      <fieldset class="mb-4">
        <legend>What it may do</legend>
        <label v-for="(words, scope) in means" :key="scope" class="flex min-h-9 items-center gap-3"
          ><input v-model="asked.scopes" type="checkbox" :value="scope" class="size-5 accent-lapis" /> {{ words }}</label
        >
      </fieldset>
      <button class="act" :disabled="running || !asked.scopes.length">Make a token</button>
      <ShownOnce v-if="made" :secret="made">Copy the token now: it is shown this once.</ShownOnce>
    </form>
  </section>
</template>
