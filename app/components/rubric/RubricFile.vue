<script setup lang="ts">
/** Takes a rubric from a file of JSON. */
const emit = defineEmits<{ text: [string] }>()
async function taken(event: Event) {
  const input = event.target as HTMLInputElement
  const text = await input.files?.[0]?.text()
  input.value = ''
  if (text !== undefined) emit('text', text)
}
</script>

<template>
  <label class="link relative cursor-pointer focus-within:outline-3 focus-within:outline-lapis"
    ><slot /><input type="file" accept=".json,application/json" class="absolute inset-0 cursor-pointer opacity-0" @change="taken"
  /></label>
</template>
