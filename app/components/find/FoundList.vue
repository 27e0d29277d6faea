<script setup lang="ts">
import type { FoundDocumentView } from '~~/shared/views/find'
import { counted } from '~/words/count'
import { saidTime } from '~/words/time'

/** Documents that were found, as a list with what stands around the words, or as pictures of their first pages. */
defineProps<{ found: readonly FoundDocumentView[]; pictures: boolean; text: string }>()
const to = (one: FoundDocumentView, text: string) => ({
  path: `/documents/${one.id}`,
  query: text ? { find: text, page: one.at ?? 1 } : {},
})
</script>

<template>
  <ul v-if="pictures" class="grid grid-cols-[repeat(auto-fill,minmax(10rem,1fr))] gap-6">
    <li v-for="one in found" :key="one.id">
      <NuxtLink :to="to(one, text)" class="block text-ink no-underline hover:underline">
        <img
          v-if="one.picture"
          :src="`/api/pages/${one.page}/thumbnail?v=${one.picture}`"
          alt=""
          class="h-52 w-full border border-rule bg-white object-contain"
          loading="lazy"
        />
        <span class="mt-1 block font-serif leading-tight">{{ one.title }}</span>
        <span class="small block text-faded">{{ one.rubric }}</span>
      </NuxtLink>
    </li>
  </ul>
  <ul v-else>
    <li v-for="one in found" :key="one.id" class="flex gap-5 border-b border-rule py-3">
      <img
        v-if="one.picture"
        :src="`/api/pages/${one.page}/thumbnail?v=${one.picture}`"
        alt=""
        class="h-20 w-14 shrink-0 border border-rule bg-white object-contain"
        loading="lazy"
      />
      <div class="min-w-0 flex-1">
        <p class="flex flex-wrap items-baseline gap-x-4">
          <NuxtLink :to="to(one, text)" class="link font-serif text-xl">{{ one.title }}</NuxtLink>
          <StateMark :state="one.state" class="text-sm" />
        </p>
        <p v-if="one.values.length" class="flex flex-wrap gap-x-5 text-sm">
          <span v-for="value in one.values" :key="value.label"><span class="text-faded">{{ value.label }}</span> {{ value.value }}</span>
        </p>
        <p v-if="one.around.length" class="truncate text-sm">
          <span class="text-faded">page {{ one.at }}:</span>
          <template v-for="(part, at) in one.around" :key="at"
            ><mark v-if="at % 2" class="bg-ochre-wash">{{ part }}</mark><template v-else>{{ part }}</template></template
          >
        </p>
        <p class="small text-faded">
          {{ one.batch }} · {{ counted(one.pages, 'page') }}<template v-if="one.day"> · {{ saidTime(one.day) }}</template
          ><template v-if="one.person">, {{ one.person }}</template>
        </p>
      </div>
    </li>
  </ul>
</template>
