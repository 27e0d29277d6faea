<script setup lang="ts">
import { ArrowLeft, Check } from '@lucide/vue'
import type { ChosenSend } from '~~/core/rubric/choices'
import type { OpenSend } from '~~/shared/views/start'

const props = defineProps<{ send: OpenSend; chosen: ChosenSend | null }>()
const emit = defineEmits<{ done: [chosen: ChosenSend]; back: [] }>()
const people = ref<string[]>([...(props.chosen?.people ?? [])])
const folder = ref(props.chosen?.folder ?? '')
const typing = ref(false)
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col">
    <div class="flex items-center gap-4 px-8 pt-4 pb-2">
      <button type="button" class="touch" aria-label="Back without this" @click="emit('back')">
        <ArrowLeft :size="26" aria-hidden="true" />
      </button>
      <h2 class="font-serif text-3xl">{{ send.asks === 'people' ? 'Who gets it?' : `Where in ${send.name}?` }}</h2>
      <button
        v-if="!typing"
        type="button"
        class="touch touch-act ml-auto"
        :disabled="send.asks === 'people' && !people.length"
        @click="emit('done', { to: send.to, folder, people })"
      >
        <Check :size="26" aria-hidden="true" /> {{ send.asks === 'people' ? 'These' : 'Here' }}
      </button>
    </div>
    <PeopleChoice v-if="send.asks === 'people'" v-model="people" @typing="typing = $event" />
    <FolderChoice v-else v-model="folder" :destination="send.to" :name="send.name" />
  </div>
</template>
