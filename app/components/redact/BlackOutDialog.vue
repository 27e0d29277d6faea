<script setup lang="ts">
/** What is black on a page. */
defineProps<{ page: { id: number; position: number; picture: string | null } | null; editable: boolean }>()
const emit = defineEmits<{ close: []; done: [] }>()
</script>

<template>
  <PageDialog :open="page !== null" :title="`What is black on page ${page?.position ?? ''}`" @close="emit('close')">
    <BlackOut v-if="page" :key="page.id" :page="page" :editable="editable" @done="emit('done')" />
  </PageDialog>
</template>
