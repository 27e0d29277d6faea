<script setup lang="ts">
import type { SingleSignOnView } from '~~/shared/views/setUp'

/** The provider of OpenID Connect that vouches for the office's people: set, changed, taken away. */
const url = '/api/office/single-sign-on'
const { data, refresh } = useLoaded<SingleSignOnView>(url)
const { running, trouble, run } = useAction()
const saved = ref<string | null>(null)
const usual = {
  issuer: '',
  clientId: '',
  label: '',
  scope: 'openid profile email',
  claim: 'groups',
  groups: { clerk: '', checker: '', steward: '' },
  adds: true,
}
const asked = reactive(structuredClone(usual))
const secret = ref('')
const open = ref(false)
watch(data, found => {
  Object.assign(asked, structuredClone(found?.settings ?? usual))
  open.value = found?.settings !== null
  secret.value = ''
})
const groupNames = [
  ['clerk', 'Clerks'],
  ['checker', 'Checkers'],
  ['steward', 'Stewards'],
] as const
const keep = () =>
  run(async () => {
    saved.value = null
    await ask(url, { method: 'PUT', body: { ...asked, ...(secret.value ? { clientSecret: secret.value } : {}) } })
    await refresh()
    saved.value = 'It answers, and is kept. People see its button where they sign in.'
  })
const remove = () =>
  run(async () => {
    saved.value = null
    await ask(url, { method: 'DELETE' })
    await refresh()
  })
</script>

<template>
  <section v-if="data" class="max-w-3xl border-t border-rule pt-6">
    <h2 class="mb-1 text-2xl">Single sign-on</h2>
    <p class="mb-3 text-faded">A provider of OpenID Connect lets people in, and may say by their groups what they are here.</p>
    <button v-if="!open" type="button" class="act-quiet" @click="open = true">Name a provider</button>
    <form v-else class="grid gap-x-6 gap-y-3 sm:grid-cols-2" @submit.prevent="keep">
      <label class="block sm:col-span-2"
        >Its address (issuer)<input v-model="asked.issuer" class="field numbers mt-1" type="url" placeholder="https://" required
      /></label>
      <label class="block">This copy’s name there (client)<input v-model="asked.clientId" class="field numbers mt-1" required /></label>
      <label class="block"
        >The client’s secret<input
          v-model="secret"
          class="field mt-1"
          type="password"
          autocomplete="new-password"
          :placeholder="data.secretKept ? 'kept; type to replace it' : ''"
      /></label>
      <p class="small text-faded sm:col-span-2">
        There, people are to be sent back to <span class="numbers break-all">{{ data.back }}</span>
      </p>
      <label class="block sm:col-span-2"
        >What people call it: Sign in with…<input v-model="asked.label" class="field mt-1" placeholder="the office’s sign-in" required
      /></label>
      <label class="block sm:col-span-2"
        >What is asked of it (scope)<input v-model="asked.scope" class="field numbers mt-1" required
      /></label>
      <fieldset class="grid gap-x-6 gap-y-3 sm:col-span-2 sm:grid-cols-4">
        <legend class="mb-1 text-faded">Groups that make somebody what they are here; left empty, roles are set under People.</legend>
        <label class="block">Claim with groups<input v-model="asked.claim" class="field numbers mt-1" required /></label>
        <label v-for="[role, name] in groupNames" :key="role" class="block"
          >{{ name }}<input v-model="asked.groups[role]" class="field numbers mt-1"
        /></label>
      </fieldset>
      <label class="flex min-h-9 items-center gap-3 sm:col-span-2"
        ><input v-model="asked.adds" type="checkbox" class="size-5 accent-lapis" /> Whoever is not known here is added when they first come,
        if a group gives them a role</label
      >
      <div class="sm:col-span-2">
        <TroubleBand :words="trouble" />
        <p class="flex flex-wrap items-center gap-4">
          <button class="act" :disabled="running">{{ running ? 'Asking it…' : 'Keep it' }}</button>
          <button v-if="data.settings" type="button" class="link" :disabled="running" @click="remove">Take it away</button>
          <span v-if="saved" class="text-verdigris" role="status">{{ saved }}</span>
        </p>
      </div>
    </form>
  </section>
</template>
