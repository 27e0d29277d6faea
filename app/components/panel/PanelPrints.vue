<script setup lang="ts">
import { Minus, Plus, Printer, Trash2 } from '@lucide/vue'
import type { HeldPrint, HeldPrints } from '~~/shared/views/printing'
import { counted } from '~/words/count'
import { coloursOfPrint, sidesOfPrint } from '~/words/printing'
import { saidSize } from '~/words/size'
import { saidTime } from '~/words/time'

/** One's own print jobs that wait: one is chosen, set, and printed here, or deleted. */
const emit = defineEmits<{ back: [] }>()
const { data, trouble, refresh } = useLoaded<HeldPrints>('/api/prints')
useIntervalFn(() => void refresh(), 2000)
const { running, trouble: actionTrouble, run } = useAction()
const prints = computed(() => data.value?.prints ?? [])
const chosen = ref<number | null>(null)
const job = computed(() => prints.value.find(one => one.id === chosen.value) ?? prints.value[0] ?? null)
const choices = reactive<Pick<HeldPrint, 'copies' | 'sides' | 'colour'>>({ copies: 1, sides: 'two-sided-long-edge', colour: 'auto' })
watch(
  () => job.value?.id,
  () => job.value && Object.assign(choices, { copies: job.value.copies, sides: job.value.sides, colour: job.value.colour }),
  { immediate: true },
)
const mostCopies = 99
const copies = (by: number) => (choices.copies = Math.min(mostCopies, Math.max(1, choices.copies + by)))
const send = (method: 'POST' | 'DELETE') =>
  run(async () => {
    await ask(`/api/prints/${job.value!.id}`, method === 'POST' ? { method, body: { ...choices } } : { method })
    await refresh()
  })
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col px-8 py-5">
    <PanelTitle title="What waits to be printed" @back="emit('back')" />
    <TroubleBand :words="trouble ?? actionTrouble" />
    <p v-if="data && !prints.length" class="max-w-2xl text-xl text-faded">
      Nothing waits for you. Print from any program to Rubricator’s queue, as your account says, and it waits here.
    </p>
    <div v-else-if="job" class="grid min-h-0 flex-1 grid-cols-[1fr_27rem] gap-8">
      <ul class="min-h-0 space-y-2 overflow-y-auto" aria-label="Print jobs that wait">
        <li v-for="one in prints" :key="one.id">
          <button
            type="button"
            class="touch w-full justify-start! text-left"
            :class="{ 'border-lapis! bg-lapis-wash!': one.id === job.id }"
            :aria-current="one.id === job.id"
            @click="chosen = one.id"
          >
            <span class="min-w-0"
              ><span class="block truncate font-serif text-xl">{{ one.name }}</span
              ><span class="block text-base text-faded"
                >{{ saidTime(one.sentAt) }}, {{ one.pages === null ? saidSize(one.bytes) : counted(one.pages, 'page')
                }}{{ one.state === 'printing' ? ', printing now' : '' }}</span
              ></span
            >
          </button>
        </li>
      </ul>
      <section class="flex min-h-0 flex-col" :aria-label="`How ${job.name} is printed`">
        <div class="flex items-center gap-3">
          <span class="mr-auto text-lg">Copies</span>
          <button type="button" class="touch" aria-label="One copy less" :disabled="choices.copies === 1" @click="copies(-1)">
            <Minus :size="24" aria-hidden="true" />
          </button>
          <output class="numbers w-10 text-center text-2xl" aria-label="Copies">{{ choices.copies }}</output>
          <button type="button" class="touch" aria-label="One copy more" :disabled="choices.copies === mostCopies" @click="copies(1)">
            <Plus :size="24" aria-hidden="true" />
          </button>
        </div>
        <div
          v-for="[title, key, options] in [
            ['Sides', 'sides', sidesOfPrint],
            ['Colour', 'colour', coloursOfPrint],
          ] as const"
          :key="key"
          class="mt-3"
          role="group"
          :aria-label="title"
        >
          <p class="mb-1 text-lg">{{ title }}</p>
          <div class="grid grid-cols-3 gap-2">
            <button
              v-for="[value, words] in options"
              :key="value"
              type="button"
              class="touch px-1! text-center text-base! leading-tight"
              :class="{ 'border-lapis! bg-lapis-wash!': choices[key] === value }"
              :aria-pressed="choices[key] === value"
              @click="Object.assign(choices, { [key]: value })"
            >
              {{ words }}
            </button>
          </div>
        </div>
        <p v-if="job.trouble" class="mt-3 text-ochre" role="status">{{ job.trouble }}</p>
        <p v-if="!data?.device" class="mt-3 text-faded">This device does not print. Go to one that does.</p>
        <div class="mt-auto flex gap-3 pt-3">
          <button type="button" class="touch" :disabled="running || job.state !== 'held'" @click="send('DELETE')">
            <Trash2 :size="22" aria-hidden="true" /> Delete
          </button>
          <button
            type="button"
            class="touch touch-act flex-1"
            :disabled="running || job.state !== 'held' || !data?.device"
            @click="send('POST')"
          >
            <Printer :size="24" aria-hidden="true" /> {{ job.state === 'printing' ? 'Printing…' : 'Print it here' }}
          </button>
        </div>
      </section>
    </div>
  </div>
</template>
