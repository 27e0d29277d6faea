<script setup lang="ts">
import { useStart } from './useStart'

/** What a rubric asks before it begins, and where that stands, for the page around it. */
const props = defineProps<{ rubric: string }>()
const emit = defineEmits<{ start: [start: ReturnType<typeof useStart>] }>()
const start = useStart(props.rubric)
emit('start', start)
</script>

<template>
  <StartFields :start="start" />
</template>
