<script setup lang="ts">
definePageMeta({ layout: 'plain' })
useHead({ title: 'Set your password · Rubricator', meta: [{ name: 'referrer', content: 'no-referrer' }] })

const link = String(useRoute().query.link ?? '')
const { data: person, trouble: linkTrouble } = useLoaded<{ name: string }>(`/api/password/link?link=${encodeURIComponent(link)}`)
const password = ref('')
const { running, trouble, run } = useAction()
const me = useMe()
const set = async () => {
  const done = await run(async () => {
    const { name } = await ask<{ name: string }>('/api/password/link', { method: 'POST', body: { link, password: password.value } })
    await me.signIn(name, password.value)
  })
  if (done) await navigateTo('/')
}
</script>

<template>
  <div class="mx-auto grid min-h-screen max-w-xl content-center px-10">
    <form v-if="person" class="border border-rule bg-leaf px-9 py-9" @submit.prevent="set">
      <h1 class="mb-2 text-3xl">Welcome, {{ person.name }}</h1>
      <p class="mb-5 text-faded">Choose a password that nobody links with you: three words with something between them do well.</p>
      <TroubleBand :words="trouble" />
      <label class="mb-6 block"
        >Password, at least 12 characters<input
          v-model="password"
          class="field mt-1"
          type="password"
          autocomplete="new-password"
          minlength="12"
          maxlength="200"
          required
          autofocus
      /></label>
      <button class="act w-full justify-center" :disabled="running">{{ running ? 'Setting it…' : 'Set it and go to the Desk' }}</button>
    </form>
    <div v-else-if="linkTrouble" class="border border-rule bg-leaf px-9 py-9">
      <h1 class="mb-2 text-3xl">This link works no longer</h1>
      <p class="mb-5">It was used, or is older than three days. Ask a steward of your office for a new one.</p>
      <NuxtLink to="/sign-in" class="link">To the sign-in</NuxtLink>
    </div>
  </div>
</template>
