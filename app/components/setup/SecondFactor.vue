<script setup lang="ts">
import { inFours } from '~/words/digest'

/** One's own second factor: taken into an authenticator, confirmed by a code of it, taken away. */
const me = useMe()
const { running, trouble, run } = useAction()
const offered = shallowRef<{ secret: string; picture: string } | null>(null)
const code = ref('')
const offer = () =>
  run(async () => {
    offered.value = await ask<{ secret: string; picture: string }>('/api/second-factor', { method: 'POST' })
  })
const confirm = () =>
  run(async () => {
    await ask('/api/second-factor', { method: 'PUT', body: { code: code.value } })
    offered.value = null
    code.value = ''
    await me.refresh()
  })
const drop = () =>
  run(async () => {
    await ask('/api/second-factor', { method: 'DELETE' })
    await me.refresh()
  })
const picture = computed(() => offered.value && `data:image/svg+xml,${encodeURIComponent(offered.value.picture)}`)
</script>

<template>
  <section class="max-w-xl border border-rule bg-leaf px-6 py-5" aria-labelledby="factor-title">
    <h2 id="factor-title" class="mb-3 text-2xl">Second factor</h2>
    <TroubleBand :words="trouble" />
    <template v-if="me.person?.secondFactor === 'shown'">
      <p class="mb-4">When you sign in at a desk you also show a code of your authenticator.</p>
      <button type="button" class="act-quiet" :disabled="running" @click="drop">Take it away</button>
    </template>
    <form v-else-if="offered" @submit.prevent="confirm">
      <ol class="list-decimal space-y-4 pl-6">
        <li>
          Take this into an authenticator on your phone, by its camera or by its secret.
          <img :src="picture ?? ''" alt="QR code of the secret" class="mt-2 size-48 border border-rule bg-white" />
          <span class="numbers mt-2 block break-all">{{ inFours(offered.secret) }}</span>
        </li>
        <li>
          <label
            >Type the six digits that it shows now
            <input v-model="code" class="field numbers mt-1 w-40!" inputmode="numeric" pattern="\d{6}" maxlength="6" required
          /></label>
        </li>
      </ol>
      <p class="mt-5 flex gap-3">
        <button class="act" :disabled="running">It is taken in</button>
        <button type="button" class="act-quiet" @click="offered = null">Leave it</button>
      </p>
    </form>
    <template v-else>
      <p class="mb-4" :class="{ 'text-ochre': me.person?.secondFactor === 'missing' }">
        {{
          me.person?.secondFactor === 'missing'
            ? 'The office asks one of you: until it is set up, what stewards change is closed to you.'
            : 'With one, your password alone opens nothing: a code of your phone is asked for, too.'
        }}
      </p>
      <button type="button" class="act" :disabled="running" @click="offer">Set it up</button>
    </template>
  </section>
</template>
