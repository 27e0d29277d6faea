<script setup lang="ts">
import { CornerLeftUp, Folder } from '@lucide/vue'
import type { FolderEntry } from '~~/shared/views/setUp'

const props = defineProps<{ destination: string; name: string }>()
const folder = defineModel<string>({ required: true })
const { data: entries, trouble } = useLoaded<FolderEntry[]>(
  () => `/api/destinations/${props.destination}/folder?path=${encodeURIComponent(folder.value)}`,
)
const inside = (name: string) => [folder.value, name].filter(Boolean).join('/')
const files = computed(() => entries.value?.filter(entry => entry.kind === 'file') ?? [])
</script>

<template>
  <fieldset class="border border-rule bg-leaf px-4 py-3">
    <legend class="px-1">Where in {{ name }}?</legend>
    <p class="flex items-center gap-3">
      <span class="numbers">{{ folder || 'its own folder' }}</span
      ><button
        v-if="folder"
        type="button"
        class="link inline-flex min-h-9 items-center gap-1"
        @click="folder = folder.split('/').slice(0, -1).join('/')"
      >
        <CornerLeftUp :size="16" aria-hidden="true" /> Up
      </button>
    </p>
    <TroubleBand :words="trouble" />
    <div class="flex flex-wrap gap-2">
      <button
        v-for="entry in entries?.filter(one => one.kind === 'folder') ?? []"
        :key="entry.name"
        type="button"
        class="act-quiet"
        @click="folder = inside(entry.name)"
      >
        <Folder :size="17" aria-hidden="true" /> {{ entry.name }}
      </button>
    </div>
    <p v-if="files.length" class="small mt-2 text-faded">
      There already:
      {{
        files
          .slice(0, 6)
          .map(entry => entry.name)
          .join(', ')
      }}{{ files.length > 6 ? ` and ${files.length - 6} more` : '' }}
    </p>
  </fieldset>
</template>
