<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A page at work, laid large over whatever one is at: a title, the way back, and the work. */
defineProps<{ open: boolean; title: string }>()
defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-10" @close="$emit('close')">
    <div class="fixed inset-0 bg-ink/60" aria-hidden="true" />
    <div class="fixed inset-6">
      <DialogPanel class="mx-auto flex h-full max-w-6xl flex-col bg-leaf p-5">
        <div class="mb-3 flex items-center justify-between gap-3">
          <DialogTitle class="text-2xl">{{ title }}</DialogTitle>
          <button type="button" class="act-quiet" @click="$emit('close')">Close <kbd>Esc</kbd></button>
        </div>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
