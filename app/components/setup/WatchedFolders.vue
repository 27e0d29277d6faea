<script setup lang="ts">
import type { RubricChoice } from '~~/shared/views/rubrics'
import type { WatchedFolderView } from '~~/shared/views/setUp'
import { counted } from '~/words/count'

const { data: folders, refresh } = useLoaded<WatchedFolderView[]>('/api/watched')
const { data: rubrics } = useLoaded<RubricChoice[]>('/api/rubrics')
const { running, trouble, run } = useAction()
const folder = reactive({ path: '', subfolders: true, rubric: '', after: 'move' })
useIntervalFn(() => void refresh(), 5000)

const add = () =>
  run(async () => {
    await ask('/api/watched', { method: 'POST', body: { ...folder } })
    folder.path = ''
    await refresh()
  })
const remove = (id: string) =>
  run(async () => {
    await ask(`/api/watched/${id}`, { method: 'DELETE' })
    await refresh()
  })
const pause = (id: string, paused: boolean) =>
  run(async () => {
    await ask(`/api/watched/${id}`, { method: 'PUT', body: { paused } })
    await refresh()
  })
</script>

<template>
  <section aria-labelledby="watched-title">
    <h2 id="watched-title" class="mb-2 text-2xl">Watched folders</h2>
    <ul>
      <li v-for="one in folders ?? []" :key="one.id" class="border-b border-rule py-3">
        <p class="flex items-baseline gap-4">
          <span class="numbers min-w-0 truncate" :title="one.path">{{ one.path }}</span
          ><button type="button" class="link ml-auto min-h-9" :disabled="running" @click="pause(one.id, !one.paused)">
            {{ one.paused ? 'Watch again' : 'Pause' }}</button
          ><button type="button" class="link min-h-9" :disabled="running" :aria-label="`Watch ${one.path} no more`" @click="remove(one.id)">
            Watch no more
          </button>
        </p>
        <p class="small text-faded">
          {{ one.rubric }} · {{ one.subfolders ? 'with subfolders' : 'without subfolders' }} · files are
          {{ one.after === 'move' ? 'moved to “taken”' : 'removed' }} once safe · {{ counted(one.taken, 'file') }} taken · for {{ one.owner
          }}{{ one.paused ? ' · paused' : '' }}
        </p>
        <p v-if="one.trouble" class="small mt-1 text-ochre">{{ one.trouble }}</p>
        <p v-for="file in one.apart" :key="file.path" class="small mt-1 text-ochre">
          <span class="numbers">{{ file.path }}</span> was set apart: {{ file.trouble }}
        </p>
      </li>
    </ul>
    <p v-if="folders && !folders.length" class="py-3 text-faded">
      No folder is watched. Files that are put into one become batches by themselves.
    </p>
    <form class="mt-6 border border-rule bg-leaf px-6 py-5" @submit.prevent="add">
      <h3 class="mb-3 text-xl">Watch a folder</h3>
      <TroubleBand :words="trouble" />
      <label class="mb-3 block"
        >Folder<input v-model="folder.path" class="field numbers mt-1" placeholder="/srv/incoming" required
      /></label>
      <label class="mb-3 block"
        >Rubric
        <select v-model="folder.rubric" class="field mt-1" required>
          <option value="" disabled>choose</option>
          <option v-for="one in rubrics ?? []" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
      </label>
      <label class="mb-3 block"
        >What becomes of a file once it is safely taken in
        <select v-model="folder.after" class="field mt-1">
          <option value="move">it is moved to the folder “taken”</option>
          <option value="remove">it is removed</option>
        </select>
      </label>
      <label class="mb-4 flex min-h-11 items-center gap-3"
        ><input v-model="folder.subfolders" type="checkbox" class="size-5 accent-lapis" /> Look into subfolders, too</label
      >
      <button class="act" :disabled="running">Watch it</button>
    </form>
  </section>
</template>
