<script setup lang="ts">
import { FoldHorizontal, Printer, Search, UnfoldHorizontal, X, ZoomIn, ZoomOut } from '@lucide/vue'
import { filters, zooms, type useRibbonView } from './useRibbonView'

const props = defineProps<{ view: ReturnType<typeof useRibbonView>; batch: number }>()
const { filter, text, zoom, folded, counts, words, asideCount, searching } = props.view
const shown = computed(() => filters.filter(one => one.id === 'all' || counts.value[one.id] > 0 || filter.value === one.id))
const quiet = 'grid size-9 place-items-center rounded-xs border border-rule bg-leaf text-lapis disabled:text-faded'
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm" role="group" aria-label="Which pages, and how large">
    <div class="flex" role="radiogroup" aria-label="Pages that are shown">
      <label
        v-for="one in shown"
        :key="one.id"
        class="one-of"
        :class="filter === one.id ? 'bg-lapis-wash font-semibold text-ink' : 'bg-leaf text-lapis'"
      >
        <input v-model="filter" type="radio" class="sr-only" :value="one.id" name="ribbon-filter" />{{ one.name }}
        <span class="numbers text-faded">{{ counts[one.id] }}</span>
      </label>
    </div>
    <label class="relative flex items-center"
      ><Search :size="16" class="absolute left-2 text-faded" aria-hidden="true" />
      <input
        v-model="text"
        type="search"
        aria-label="Find pages by value, note or word"
        placeholder="Find a value, a note, a word"
        class="min-h-9 w-60 rounded-xs border border-[#8d8271] bg-white pr-7 pl-8"
        @keydown.esc="view.clear()"
      />
      <button
        v-if="text"
        type="button"
        class="absolute right-1 grid size-7 place-items-center"
        aria-label="Find nothing"
        @click="text = ''"
      >
        <X :size="15" />
      </button>
    </label>
    <span class="text-faded" role="status">{{ searching ? 'Looking…' : words }}</span>
    <span class="ml-auto flex items-center gap-1">
      <button
        v-if="asideCount"
        type="button"
        class="flex min-h-9 items-center gap-1.5 rounded-xs border border-rule bg-leaf px-2 text-lapis"
        :aria-pressed="!folded"
        :title="`${folded ? 'Show' : 'Fold away'} sides that are set aside (F)`"
        @click="folded = !folded"
      >
        <component :is="folded ? UnfoldHorizontal : FoldHorizontal" :size="16" aria-hidden="true" />{{
          folded ? 'Both sides' : 'Fold blanks'
        }}
        <kbd>F</kbd>
      </button>
      <button
        type="button"
        :class="quiet"
        :disabled="zoom <= 0"
        aria-label="Smaller pages"
        title="Smaller pages (−)"
        @click="view.smaller()"
      >
        <ZoomOut :size="17" />
      </button>
      <button
        type="button"
        :class="quiet"
        :disabled="zoom >= zooms.length - 1"
        aria-label="Larger pages"
        title="Larger pages (+)"
        @click="view.larger()"
      >
        <ZoomIn :size="17" />
      </button>
      <NuxtLink :to="`/batches/${batch}/contact-sheet`" :class="quiet" aria-label="Contact sheet to print" title="Contact sheet to print"
        ><Printer :size="17"
      /></NuxtLink>
    </span>
  </div>
</template>
