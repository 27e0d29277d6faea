<script setup lang="ts">
import type { RubricChange } from '~~/core/model/rubricDifference'

defineProps<{ changes: readonly RubricChange[] }>()
</script>

<template>
  <p v-if="!changes.length" class="text-faded">Nothing differs.</p>
  <table v-else class="mt-2 w-full text-left">
    <thead class="small text-faded">
      <tr class="border-b border-ink">
        <th class="py-1 pr-4 font-normal">Where</th>
        <th class="pr-4 font-normal">before</th>
        <th class="font-normal">after</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="change in changes" :key="change.path" class="border-b border-rule align-top">
        <th scope="row" class="numbers py-1 pr-4 font-normal break-all">{{ change.path }}</th>
        <td class="numbers pr-4 break-all text-faded">{{ change.before ?? 'nothing' }}</td>
        <td class="numbers break-all">{{ change.after ?? 'nothing' }}</td>
      </tr>
    </tbody>
  </table>
</template>
