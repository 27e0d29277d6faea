<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A leaf laid over the page: a title, what it asks or shows, and the way back. */
withDefaults(defineProps<{ open: boolean; title: string; wide?: boolean }>(), { wide: false })
defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-10" @close="$emit('close')">
    <div class="fixed inset-0 bg-ink/60" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center overflow-y-auto p-6">
      <DialogPanel class="max-h-full w-full overflow-y-auto bg-leaf px-8 py-6" :class="wide ? 'max-w-3xl' : 'max-w-xl'">
        <DialogTitle class="text-2xl">{{ title }}</DialogTitle>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
