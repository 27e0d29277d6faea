<script setup lang="ts">
import { Check } from '@lucide/vue'
import type { JsonEditor } from './jsonEditor'
import { faultsIn, type Fault } from './placeInText'

/** A rubric as JSON, checked as one types. */
const text = defineModel<string>({ required: true })

const frame = useTemplateRef<HTMLElement>('frame')
const faults = computed(() => faultsIn(text.value))
let editor: JsonEditor | null = null
let gone = false
onMounted(async () => {
  // Loaded where a text is.
  const { openEditor } = await import('./jsonEditor')
  if (gone || !frame.value) return
  editor = openEditor(frame.value, text.value, 'The rubric as JSON', now => (text.value = now))
})
watch(text, now => editor?.set(now))
onBeforeUnmount(() => {
  gone = true
  editor?.end()
})
const goTo = (fault: Fault) => editor?.select(fault.from, Math.min(fault.to, fault.from + 80))
</script>

<template>
  <div class="grid min-h-0 gap-8 lg:grid-cols-[minmax(0,1fr)_24rem]">
    <div ref="frame" class="min-h-0 overflow-hidden border border-[#8d8271] bg-white focus-within:outline-3 focus-within:outline-lapis" />
    <section id="faults" aria-live="polite" class="min-h-0 overflow-y-auto" tabindex="0" aria-label="What is wrong with the text">
      <p v-if="!faults.length" class="flex items-center gap-2 font-serif text-xl text-verdigris">
        <Check :size="20" aria-hidden="true" />The rubric is sound.
      </p>
      <template v-else>
        <h2 class="mb-2 text-xl">{{ faults.length === 1 ? 'One thing is wrong' : `${faults.length} things are wrong` }}</h2>
        <ul>
          <li v-for="fault in faults" :key="`${fault.path} ${fault.expected}`" class="border-b border-rule py-2.5">
            <p class="flex items-baseline justify-between gap-3">
              <span class="numbers min-w-0 font-semibold break-words">{{ fault.path }}</span
              ><button type="button" class="link shrink-0" @click="goTo(fault)">line {{ fault.line }}</button>
            </p>
            <p>found <span class="numbers break-words">{{ fault.found }}</span></p>
            <p>expected <span class="break-words">{{ fault.expected }}</span></p>
          </li>
        </ul>
      </template>
    </section>
  </div>
</template>
