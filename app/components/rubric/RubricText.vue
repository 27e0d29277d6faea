<script setup lang="ts">
import { Check } from '@lucide/vue'
import { faultsIn, type Fault } from './placeInText'

/** A rubric as JSON, checked as one types. */
const text = defineModel<string>({ required: true })

const area = useTemplateRef<HTMLTextAreaElement>('area')
const gutter = useTemplateRef<HTMLElement>('gutter')
const faults = computed(() => faultsIn(text.value))
const lines = computed(() => text.value.split('\n').length)
const faulty = computed(() => new Set(faults.value.map(fault => fault.line)))

function goTo(fault: Fault) {
  area.value?.focus()
  area.value?.setSelectionRange(fault.from, Math.min(fault.to, fault.from + 80))
  const height = (area.value?.scrollHeight ?? 0) / lines.value
  area.value?.scrollTo({ top: Math.max(0, (fault.line - 5) * height) })
}

// The gutter has no scroll bar of its own.
const follow = () => {
  if (gutter.value && area.value) gutter.value.scrollTop = area.value.scrollTop
}
</script>

<template>
  <div class="grid min-h-0 gap-8 lg:grid-cols-[minmax(0,1fr)_24rem]">
    <div class="flex min-h-0 border border-[#8d8271] bg-white focus-within:outline-3 focus-within:outline-lapis">
      <div
        ref="gutter"
        class="numbers w-14 shrink-0 overflow-hidden border-r border-rule bg-ground py-3 text-right leading-6! text-faded select-none"
        aria-hidden="true"
      >
        <p v-for="line in lines" :key="line" class="pr-2" :class="{ 'bg-ochre-wash text-ochre font-semibold': faulty.has(line) }">
          {{ line }}
        </p>
      </div>
      <textarea
        ref="area"
        v-model="text"
        aria-label="The rubric as JSON"
        aria-describedby="faults"
        spellcheck="false"
        wrap="off"
        autocomplete="off"
        class="numbers min-h-0 w-full resize-none bg-white px-3 py-3 leading-6! outline-none"
        @scroll="follow"
      />
    </div>
    <section id="faults" aria-live="polite" class="min-h-0 overflow-y-auto" tabindex="0" aria-label="What is wrong with the text">
      <p v-if="!faults.length" class="flex items-center gap-2 font-serif text-xl text-verdigris">
        <Check :size="20" aria-hidden="true" />The rubric is sound.
      </p>
      <template v-else>
        <h2 class="mb-2 text-xl">{{ faults.length === 1 ? 'One thing is wrong' : `${faults.length} things are wrong` }}</h2>
        <ul>
          <li v-for="fault in faults" :key="`${fault.path} ${fault.expected}`" class="border-b border-rule py-2.5">
            <p class="flex items-baseline justify-between gap-3">
              <span class="numbers min-w-0 font-semibold break-words">{{ fault.path }}</span><button
                type="button"
                class="link shrink-0"
                @click="goTo(fault)"
              >
                line {{ fault.line }}
              </button>
            </p>
            <p>
              found <span class="numbers break-words">{{ fault.found }}</span>
            </p>
            <p>
              expected <span class="break-words">{{ fault.expected }}</span>
            </p>
          </li>
        </ul>
      </template>
    </section>
  </div>
</template>
