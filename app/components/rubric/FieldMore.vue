<script setup lang="ts">
import type { RawField } from '~/components/rules/useRubricText'

/** What few fields need: help, an example, a check digit, sureness, being there once. */
defineProps<{ field: RawField; twice: boolean }>()
const emit = defineEmits<{ change: [Partial<RawField>]; twice: [boolean] }>()
const typed = (event: Event) => (event.target as HTMLInputElement).value
const checks = { none: 'none', luhn: 'Luhn', mod11: 'modulo 11', mod97: 'modulo 97', ean: 'EAN' }
</script>

<template>
  <details :open="Boolean(twice || field.help || field.example || field.sure || field.unique || (field.check && field.check !== 'none'))">
    <summary class="link cursor-pointer">Help, check digit and sureness</summary>
    <div class="mt-3 grid gap-x-5 gap-y-3 sm:grid-cols-2">
      <label class="block"
        >A line of help below it<input
          v-typed="field.help ?? ''"
          class="field mt-1"
          @change="emit('change', { help: typed($event).trim() || undefined })"
      /></label>
      <label class="block"
        >An example<input
          v-typed="field.example ?? ''"
          class="field mt-1"
          @change="emit('change', { example: typed($event).trim() || undefined })"
      /></label>
      <label class="block"
        >Its check digit<select
          class="field mt-1"
          :value="field.check ?? 'none'"
          @change="emit('change', { check: typed($event) as RawField['check'] })"
        >
          <option v-for="(words, check) in checks" :key="check" :value="check">{{ words }}</option>
        </select></label
      >
      <label class="block"
        >Taken from so many percent sureness<input
          v-typed="Math.round((field.sure ?? 0) * 100)"
          class="field numbers mt-1"
          type="number"
          min="0"
          max="100"
          @change="emit('change', { sure: Math.min(100, Math.max(0, Number(typed($event)))) / 100 || undefined })"
      /></label>
      <label class="block"
        >The same value again<select
          class="field mt-1"
          :value="field.unique ?? ''"
          @change="emit('change', { unique: (typed($event) || undefined) as RawField['unique'] })"
        >
          <option value="">may come as often as it likes</option>
          <option value="batch">not in the same batch</option>
          <option value="archive">not in any batch of this rubric</option>
        </select></label
      >
      <label class="flex items-center gap-2 sm:col-span-2"
        ><input
          type="checkbox"
          class="size-5 accent-lapis"
          :checked="twice"
          @change="emit('twice', ($event.target as HTMLInputElement).checked)"
        />
        Keyed by two people, neither of whom sees what the other or the machine says; a third decides where they differ</label
      >
    </div>
  </details>
</template>
