<script setup lang="ts">
import type { RubricChoice } from '~~/shared/views/rubrics'

useHead({ title: 'Rubrics · Rubricator' })
const { data: rubrics, trouble } = useLoaded<RubricChoice[]>('/api/rubrics', { kept: true })
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
        <h2 class="flex items-baseline gap-2.5 text-2xl">
          <RubricPicture :icon="rubric.icon" :size="21" class="shrink-0 self-center text-faded" />
          <NuxtLink :to="`/rubrics/${rubric.id}`" class="link">{{ rubric.name }}</NuxtLink>
        </h2>
        <p class="small flex gap-4 text-faded">
          <span>version {{ rubric.version }}</span
          ><NuxtLink :to="`/rubrics/new?copy=${rubric.id}`" class="link" :aria-label="`Copy ${rubric.name}`">Copy</NuxtLink>
        </p>
      </div>
      <div>
        <p v-if="rubric.about" class="text-lg">{{ rubric.about }}</p>
        <p class="text-faded">{{ rubric.words.join(' ') }}</p>
      </div>
    </li>
  </ul>
  <p v-else-if="rubrics" class="max-w-2xl py-10 text-lg text-faded">
    A rubric says how one kind of paper is scanned, split, indexed, made into files and sent. Write the first one, and clerks can choose it
    when they start a scan.
  </p>
</template>
