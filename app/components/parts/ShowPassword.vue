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
