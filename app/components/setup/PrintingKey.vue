<script setup lang="ts">
import type { HeldPrints } from '~~/shared/views/printing'
import { saidTime } from '~/words/time'

/** How one prints to the queue from any program, and what waits there. */
const { data, trouble, refresh } = useLoaded<HeldPrints>('/api/prints')
const me = useMe()
const { running, trouble: actionTrouble, run } = useAction()
const made = ref<{ key: string; address: string } | null>(null)
const make = () =>
  run(async () => {
    made.value = await ask('/api/prints/key', { method: 'POST' })
  })
const remove = (id: number) =>
  run(async () => {
    await ask(`/api/prints/${id}`, { method: 'DELETE' })
    await refresh()
  })
</script>

<template>
  <section aria-labelledby="printing-title">
    <h2 id="printing-title" class="mb-2 text-2xl">Printing at a device</h2>
    <p class="max-w-2xl text-faded">
      Add Rubricator as a printer once (IPP, without a driver). What you print from any program then waits for you, and comes out where you
      sign in and ask for it.
    </p>
    <TroubleBand :words="trouble ?? actionTrouble" />
    <ShownOnce v-if="made" :secret="made.key">
      Add the printer <code class="numbers">{{ made.address }}</code> with the name {{ me.person?.name }} and, as its password, this key. It
      is shown this once.
    </ShownOnce>
    <p class="mt-3">
      <button type="button" class="act-quiet" :disabled="running" @click="make">Make a printing key</button>
      <span class="small ml-4 text-faded">A key made before ends.</span>
    </p>
    <ul v-if="data?.prints.length" class="mt-4" aria-label="Print jobs that wait">
      <li v-for="one in data.prints" :key="one.id" class="flex items-baseline gap-4 border-b border-rule py-2">
        <span class="min-w-0 break-words">{{ one.name }}</span
        ><span class="ml-auto whitespace-nowrap text-faded">waits since {{ saidTime(one.sentAt) }}</span
        ><button
          type="button"
          class="link whitespace-nowrap"
          :disabled="running"
          :aria-label="`Delete ${one.name}`"
          @click="remove(one.id)"
        >
          Delete
        </button>
      </li>
    </ul>
  </section>
</template>
