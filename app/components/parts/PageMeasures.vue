<script setup lang="ts">
import type { PageOfDocument } from '~~/shared/views/documents'
import { measuresOf } from '~/words/measures'

/** What was measured of a page's picture, for whoever judges it. */
const props = defineProps<{ page: PageOfDocument }>()
const measures = computed(() => measuresOf(props.page))
</script>

<template>
  <ul class="small flex flex-wrap gap-x-3 text-faded" aria-label="What was measured of this page" data-measures>
    <li v-for="one in measures" :key="one.words" :class="{ 'font-semibold text-ochre': one.doubt }">{{ one.words }}</li>
  </ul>
</template>
