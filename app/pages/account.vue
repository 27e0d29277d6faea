<script setup lang="ts">
useHead({ title: 'Your account · Rubricator' })
const me = useMe()
const asked = reactive({ old: '', password: '' })
const { running, trouble, run } = useAction()
const done = ref(false)
const change = async () => {
  done.value = await run(async () => {
    await ask('/api/password', { method: 'PUT', body: { ...asked } })
    Object.assign(asked, { old: '', password: '' })
  })
}
</script>

<template>
  <PageTitle :title="me.person?.name ?? ''">
    <template #above><p class="small text-faded">{{ me.person?.roles.join(', ') }}</p></template>
  </PageTitle>
  <div class="max-w-5xl space-y-10">
    <SignedIn />
    <SecondFactor />
    <PrintingKey />
    <form class="max-w-xl border border-rule bg-leaf px-6 py-5" @submit.prevent="change">
      <h2 class="mb-3 text-2xl">Another password</h2>
      <p v-if="done" class="mb-3 text-verdigris" role="status">Your password is changed. You are signed out everywhere but here.</p>
      <TroubleBand :words="trouble" />
      <label class="mb-3 block"
        >The password of now<input v-model="asked.old" class="field mt-1" type="password" autocomplete="current-password" required
      /></label>
      <label class="mb-4 block"
        >The new one, at least 12 characters<input
          v-model="asked.password"
          class="field mt-1"
          type="password"
          autocomplete="new-password"
          minlength="12"
          maxlength="200"
          required
      /></label>
      <button class="act" :disabled="running">Change it</button>
    </form>
  </div>
</template>
