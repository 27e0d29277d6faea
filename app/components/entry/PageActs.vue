<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { FilePen } from '@lucide/vue'
import type { Edit } from '~~/core/model/edit'
import type { DocumentPage } from '~~/shared/views/documents'
import { blackWords } from '~/words/blackened'

/** What can be put right at the page that is shown, without leaving for the ribbon. */
const props = defineProps<{ document: DocumentPage; at: number }>()
const emit = defineEmits<{ changed: [] }>()
const { running, trouble, run } = useAction()
const page = computed(() => props.document.pages[props.at]!)
const acts = computed((): { words: string; edit: Edit }[] => [
  { words: 'Turn it right', edit: { do: 'rotate', pages: [page.value.id], degrees: 90 } },
  { words: 'Turn it left', edit: { do: 'rotate', pages: [page.value.id], degrees: 270 } },
  { words: 'Set it aside', edit: { do: 'set-aside', pages: [page.value.id] } },
  ...(props.at > 0 ? [{ words: 'A new document starts here', edit: { do: 'start' as const, page: page.value.id } }] : []),
  ...(props.document.position > 1
    ? [{ words: 'This document belongs with the one before', edit: { do: 'join' as const, page: props.document.pages[0]!.id } }]
    : []),
])
const done = ref(false)
const black = shallowRef<typeof page.value | null>(null)
const reading = shallowRef<typeof page.value | null>(null)
function blackened() {
  black.value = null
  done.value = true
  emit('changed')
}
const post = (what: string, body?: Record<string, unknown>) =>
  run(async () => {
    await ask(`/api/batches/${props.document.batch}/${what}`, { method: 'POST', body })
    done.value = what === 'corrections'
    emit('changed')
  })
</script>

<template>
  <div class="relative flex items-center gap-2">
    <Menu>
      <MenuButton class="tool" :disabled="running"><FilePen :size="16" aria-hidden="true" /> This page</MenuButton>
      <MenuItems class="absolute bottom-full left-0 z-10 mb-1 w-72 border border-ink bg-leaf py-1 shadow-md focus:outline-none">
        <MenuItem v-slot="{ active }">
          <button type="button" class="block w-full px-3 py-1.5 text-left" :class="{ 'bg-lapis-wash': active }" @click="black = page">
            {{ blackWords(page.black) }}
          </button>
        </MenuItem>
        <MenuItem v-if="!page.bornDigital" v-slot="{ active }">
          <button type="button" class="block w-full px-3 py-1.5 text-left" :class="{ 'bg-lapis-wash': active }" @click="reading = page">
            Put right what was read
          </button>
        </MenuItem>
        <MenuItem v-for="one in acts" :key="one.words" v-slot="{ active }">
          <button
            type="button"
            class="block w-full px-3 py-1.5 text-left"
            :class="{ 'bg-lapis-wash': active }"
            @click="post('corrections', one.edit)"
          >
            {{ one.words }}
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
    <BlackOutDialog :page="black" editable @close="black = null" @done="blackened" />
    <WordsDialog :document="document" :page="reading" @close="reading = null" @done="((reading = null), emit('changed'))" />
    <button v-if="done" type="button" class="link small" :disabled="running" @click="post('undo')">Undo</button>
    <span v-if="trouble" role="alert" class="small">{{ trouble }}</span>
  </div>
</template>
