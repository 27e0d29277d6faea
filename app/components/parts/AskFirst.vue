<script setup lang="ts">
import { Dialog, DialogDescription, DialogPanel, DialogTitle } from '@headlessui/vue'

/** Asks before something that cannot be taken back: `sure` gives what the person says. */
defineProps<{ title: string, words: string, yes: string, no: string }>()

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
  <Dialog :open="open" class="relative z-10" @close="say(false)">
    <div class="fixed inset-0 bg-ink/60" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-6">
      <DialogPanel class="w-full max-w-xl bg-leaf px-8 py-6">
        <DialogTitle class="text-2xl">{{ title }}</DialogTitle>
        <DialogDescription class="mt-3">{{ words }}</DialogDescription>
        <p class="mt-5 flex gap-3">
          <button type="button" class="act" @click="say(false)">{{ no }} <kbd>Esc</kbd></button>
          <button type="button" class="act-quiet" @click="say(true)">{{ yes }}</button>
        </p>
      </DialogPanel>
    </div>
  </Dialog>
</template>
