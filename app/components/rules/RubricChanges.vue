<script setup lang="ts">
import type { RubricChange } from '~~/core/rubric/rubricDifference'
import { rubricPlace } from '~/words/rubricPlaces'

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
      <tr v-for="change in changes" :key="change.at.join('/')" class="border-b border-rule align-top">
        <th scope="row" class="py-1 pr-4 font-normal">{{ rubricPlace(change) }}</th>
        <td class="py-1 pr-4 break-words text-faded">{{ change.before ?? 'nothing' }}</td>
        <td class="py-1 break-words">{{ change.after ?? 'nothing' }}</td>
      </tr>
    </tbody>
  </table>
</template>
