<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { DocumentPage, PageOfDocument } from '~~/shared/views/documents'

/** The words of a page to be put right, laid over whatever one is at. */
defineProps<{ document: DocumentPage; page: PageOfDocument | null }>()
const emit = defineEmits<{ close: []; done: [] }>()
</script>

<template>
  <Dialog :open="page !== null" class="relative z-10" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/60" aria-hidden="true" />
    <div class="fixed inset-6">
      <DialogPanel v-if="page" class="mx-auto flex h-full max-w-6xl flex-col bg-leaf p-5">
        <div class="mb-3 flex items-center justify-between gap-3">
          <DialogTitle class="text-2xl">What was read on page {{ page.position }}</DialogTitle>
          <button type="button" class="act-quiet" @click="emit('close')">Close <kbd>Esc</kbd></button>
        </div>
        <PutWordsRight :key="page.id" :document="document" :page="page" @done="emit('done')" />
      </DialogPanel>
    </div>
  </Dialog>
</template>
