<script setup lang="ts">
import type { RubricChoice } from '~~/shared/views/rubrics'

useHead({ title: 'Rubrics · Rubricator' })
const { data: rubrics, trouble } = useLoaded<RubricChoice[]>('/api/rubrics')
</script>

<template>
  <PageTitle title="Rubrics">
    <NuxtLink to="/sheets" class="act-quiet">Print separator sheets</NuxtLink>
    <NuxtLink to="/rubrics/new" class="act">Write a rubric</NuxtLink>
  </PageTitle>
  <TroubleBand :words="trouble" />
  <ul v-if="rubrics?.length" class="max-w-5xl">
    <li v-for="rubric in rubrics" :key="rubric.id" class="grid gap-x-10 border-b border-rule py-5 md:grid-cols-[17rem_1fr]">
      <div>
        <h2 class="text-2xl">
          <NuxtLink :to="`/rubrics/${rubric.id}`" class="link">{{ rubric.name }}</NuxtLink>
        </h2>
        <p class="small text-faded">version {{ rubric.version }}</p>
      </div>
      <p class="text-faded">{{ rubric.words.join(' ') }}</p>
    </li>
  </ul>
  <p v-else-if="rubrics" class="max-w-2xl py-10 text-lg text-faded">
    A rubric says how one kind of paper is scanned, split, indexed, made into files and sent. Write the first one, and clerks can choose it
    when they start a scan.
  </p>
</template>
