<script setup lang="ts">
/** Two days between which a list is narrowed, either may be open. */
const { from, to, label } = defineProps<{ from: string; to: string; label: string }>()
const emit = defineEmits<{ set: [end: 'from' | 'to', day: string] }>()
const valueOf = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <span class="flex flex-wrap items-center gap-x-5 gap-y-2">
    <label class="flex items-center gap-2"
      ><span class="text-faded">{{ label }}</span>
      <input v-typed="from" type="date" class="field w-auto!" :max="to || undefined" @change="emit('set', 'from', valueOf($event))" />
    </label>
    <label class="flex items-center gap-2"
      ><span class="text-faded">to</span>
      <input v-typed="to" type="date" class="field w-auto!" :min="from || undefined" @change="emit('set', 'to', valueOf($event))" />
    </label>
  </span>
</template>
