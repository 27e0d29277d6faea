<script setup lang="ts">
/** The code of a document's files, for files that are made anew: it was forgotten once they were filed. */
const code = defineModel<string>({ required: true })
</script>

<template>
  <label class="block"
    >The code that its files open with
    <input v-model="code" class="field" type="password" minlength="4" maxlength="64" required autocomplete="off"
  /></label>
</template>
