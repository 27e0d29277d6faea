<script setup lang="ts">
/** Asks for the password again where a change wants it, and says whether it was right. */
const open = ref(false)
const password = ref('')
const { running, trouble, run } = useAction()
let answer: ((shown: boolean) => void) | null = null

function end(shown: boolean) {
  open.value = false
  password.value = ''
  answer?.(shown)
  answer = null
}
useProof(() => {
  open.value = true
  trouble.value = null
  return new Promise(resolve => (answer = resolve))
})
const me = useMe()
const route = useRoute()
/** Whom a provider let in shows it again who they are: they may have no password here. */
const again = computed(() => `/api/session/outside?again=true&to=${encodeURIComponent(route.fullPath)}`)
const show = async () => {
  if (
    await run(async () => {
      await ask('/api/session/proof', { method: 'POST', body: { password: password.value } })
    })
  )
    end(true)
}
</script>

<template>
  <DialogFrame :open="open" title="Your password, please" @close="end(false)">
    <p class="mt-2 text-faded">This changes how the office works, and the last time you showed it is a while ago.</p>
    <p v-if="me.person?.vouched" class="mt-4">
      <a :href="again" class="act">Sign in once more, and come back here</a>
      <span class="small mt-2 block text-faded">What you have typed and not saved is lost meanwhile. With a password here, type that:</span>
    </p>
    <form class="mt-4" @submit.prevent="show">
      <TroubleBand :words="trouble" />
      <label class="mb-5 block"
        >Password<input v-model="password" class="field mt-1" type="password" autocomplete="current-password" required
      /></label>
      <p class="flex gap-3">
        <button class="act" :disabled="running">{{ running ? 'Looking…' : 'Go on' }}</button>
        <button type="button" class="act-quiet" @click="end(false)">Leave it <kbd>Esc</kbd></button>
      </p>
    </form>
  </DialogFrame>
</template>
