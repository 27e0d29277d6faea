<script setup lang="ts">
import type { DocumentPage, PageOfDocument } from '~~/shared/views/documents'

/** The words of a page to be put right. */
defineProps<{ document: DocumentPage; page: PageOfDocument | null }>()
const emit = defineEmits<{ close: []; done: [] }>()
</script>

<template>
  <PageDialog :open="page !== null" :title="`What was read on page ${page?.position ?? ''}`" @close="emit('close')">
    <PutWordsRight v-if="page" :key="page.id" :document="document" :page="page" @done="emit('done')" />
  </PageDialog>
</template>
