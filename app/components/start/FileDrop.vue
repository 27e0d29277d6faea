<script setup lang="ts">
import { Check, FileText, RotateCw, Upload, X } from '@lucide/vue'
import { counted } from '~/words/count'
import { saidSize } from '~/words/size'
import { takeDropped } from './droppedFiles'
import { useUploads } from './useUploads'

const props = defineProps<{ batch: number; /** The document to whose end the pages go. */ joins?: number | null }>()
const emit = defineEmits<{ busy: [is: boolean] }>()
const { uploads, busy, add, cancel, again } = useUploads(
  () => props.batch,
  () => props.joins ?? null,
)
watch(busy, is => emit('busy', is))

onMounted(() => {
  const dropped = takeDropped(props.batch)
  if (dropped.length) void add(dropped)
})

const zone = useTemplateRef<HTMLElement>('zone')
const { isOverDropZone } = useDropZone(zone, { onDrop: files => void (files && add(files)) })
const taken = '.pdf,.tif,.tiff,.jpg,.jpeg,.png,.webp'
function chosen(event: Event) {
  const input = event.target as HTMLInputElement
  if (input.files) void add([...input.files])
  input.value = ''
}
const states = { waiting: 'waits', sending: 'on its way', safe: 'safely in', failed: 'did not arrive', cancelled: 'cancelled' }
</script>

<template>
  <div ref="zone" class="border-2 border-dashed px-6 py-5" :class="isOverDropZone ? 'border-lapis bg-lapis-wash' : 'border-rule'">
    <p class="flex flex-wrap items-center gap-4">
      <Upload :size="26" class="text-faded" aria-hidden="true" />
      <span class="text-lg">Drop files here, or</span>
      <label class="act-quiet relative cursor-pointer focus-within:outline-3 focus-within:outline-lapis"
        >choose files<input type="file" multiple :accept="taken" class="absolute inset-0 cursor-pointer opacity-0" @change="chosen"
      /></label>
      <span class="small text-faded">PDF, TIFF, JPEG, PNG or WebP. A PDF that never was paper keeps its own text and drawing.</span>
    </p>
    <ul v-if="uploads.length" class="mt-4 grid gap-2" :aria-label="counted(uploads.length, 'file')">
      <li v-for="one in uploads" :key="one.key" class="flex items-center gap-4 border-b border-rule pb-2">
        <img v-if="one.preview" :src="one.preview" alt="" class="h-14 w-11 border border-rule bg-white object-contain" />
        <FileText v-else :size="30" class="mx-1.5 text-faded" aria-hidden="true" />
        <div class="min-w-0 flex-1">
          <p class="flex gap-3">
            <span class="truncate">{{ one.name }}</span
            ><span class="small whitespace-nowrap text-faded">{{ saidSize(one.bytes) }} · {{ states[one.state] }}</span
            ><Check v-if="one.state === 'safe'" :size="18" class="text-verdigris" aria-hidden="true" />
          </p>
          <progress
            v-if="one.state === 'sending'"
            class="mt-1 h-1.5 w-full"
            :value="one.sent"
            :max="one.bytes"
            :aria-label="`${one.name} on its way`"
          />
          <p v-if="one.trouble" class="text-ochre" role="alert">{{ one.trouble }}</p>
        </div>
        <button
          v-if="one.state === 'sending' || one.state === 'waiting'"
          type="button"
          class="act-quiet"
          :aria-label="`Cancel ${one.name}`"
          @click="cancel(one.key)"
        >
          <X :size="18" aria-hidden="true" />
        </button>
        <button
          v-if="one.state === 'failed' || one.state === 'cancelled'"
          type="button"
          class="act-quiet"
          :aria-label="`Send ${one.name} again`"
          @click="again(one.key)"
        >
          <RotateCw :size="18" aria-hidden="true" />
        </button>
      </li>
    </ul>
  </div>
</template>
