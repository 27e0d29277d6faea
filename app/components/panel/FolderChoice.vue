<script setup lang="ts">
import { CornerLeftUp, File, Folder, Printer } from '@lucide/vue'
import type { FolderEntry } from '~~/shared/views/setUp'
import { saidSize } from '~/words/size'
import { saidTime } from '~/words/time'

const props = defineProps<{ destination: string; name: string }>()
const folder = defineModel<string>({ required: true })
const { data: entries, trouble } = useLoaded<FolderEntry[]>(
  () => `/api/destinations/${props.destination}/folder?path=${encodeURIComponent(folder.value)}`,
)
const inside = (name: string) => [folder.value, name].filter(Boolean).join('/')
const above = () => (folder.value = folder.value.split('/').slice(0, -1).join('/'))
const { running, trouble: printTrouble, run } = useAction()
const printed = ref<string | null>(null)
const print = (name: string) =>
  run(async () => {
    await ask(`/api/destinations/${props.destination}/print`, { method: 'POST', body: { path: inside(name) } })
    printed.value = name
  })
const picture = (entry: FolderEntry) => `/api/destinations/${props.destination}/picture?path=${encodeURIComponent(inside(entry.name))}`
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col px-8 pb-4">
    <div class="mb-3 flex items-center gap-4">
      <button type="button" class="touch" :disabled="!folder" @click="above"><CornerLeftUp :size="24" aria-hidden="true" /> Up</button>
      <p class="font-mono text-lg" aria-live="polite">{{ name }}{{ folder ? ` / ${folder.split('/').join(' / ')}` : '' }}</p>
    </div>
    <TroubleBand :words="trouble ?? printTrouble" />
    <p v-if="printed" class="mb-2 text-verdigris" role="status">{{ printed }} waits for you under Print.</p>
    <ul v-if="entries" class="grid min-h-0 flex-1 auto-rows-min grid-cols-2 gap-2 overflow-y-auto">
      <li v-for="entry in entries" :key="entry.name">
        <button
          v-if="entry.kind === 'folder'"
          type="button"
          class="touch w-full justify-start! text-left"
          @click="folder = inside(entry.name)"
        >
          <Folder :size="26" aria-hidden="true" /> <span class="truncate font-serif text-xl">{{ entry.name }}</span>
        </button>
        <div v-else class="flex min-h-16 items-center gap-3 px-4 text-base text-faded">
          <img
            v-if="entry.picture"
            :src="picture(entry)"
            :alt="`First page of ${entry.name}`"
            loading="lazy"
            class="h-16 w-12 border border-rule bg-white object-contain"
          />
          <File v-else :size="26" aria-hidden="true" />
          <span class="min-w-0"
            ><span class="block truncate text-ink">{{ entry.name }}</span
            >{{
              [entry.bytes === null ? null : saidSize(entry.bytes), entry.modified && saidTime(entry.modified)].filter(Boolean).join(', ')
            }}</span
          >
          <button
            v-if="/\.pdf$/i.test(entry.name)"
            type="button"
            class="touch ml-auto shrink-0"
            :disabled="running"
            :aria-label="`Print ${entry.name}`"
            @click="print(entry.name)"
          >
            <Printer :size="24" aria-hidden="true" />
          </button>
        </div>
      </li>
      <li v-if="!entries.length" class="text-faded">Nothing is here yet. Take it, or go up.</li>
    </ul>
    <p v-else-if="!trouble" class="text-faded" role="status">Looking into the folder…</p>
  </div>
</template>
