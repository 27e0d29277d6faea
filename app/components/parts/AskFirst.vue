<script setup lang="ts">
/** Asks before something that cannot be taken back: `sure` gives what the person says. */
defineProps<{ title: string; words: string; yes: string; no: string }>()

let answer: ((is: boolean) => void) | null = null
const open = ref(false)
function sure(): Promise<boolean> {
  open.value = true
  return new Promise(resolve => (answer = resolve))
}
function say(is: boolean) {
  open.value = false
  answer?.(is)
  answer = null
}
defineExpose({ sure })
</script>

<template>
  <DialogFrame :open="open" :title="title" @close="say(false)">
    <p class="mt-3">{{ words }}</p>
    <p class="mt-5 flex gap-3">
      <button type="button" class="act" @click="say(false)">{{ no }} <kbd>Esc</kbd></button>
      <button type="button" class="act-quiet" @click="say(true)">{{ yes }}</button>
    </p>
  </DialogFrame>
</template>
