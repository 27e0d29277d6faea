<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import type { AddressView } from '~~/shared/views/people'
import { typedOn } from './typedOn'

const people = defineModel<string[]>({ required: true })
const emit = defineEmits<{ typing: [is: boolean] }>()

const part = ref('')
const adding = ref(false)
const name = ref('')
const { data: found, refresh } = useLoaded<AddressView[]>(() => `/api/addresses?part=${encodeURIComponent(adding.value ? '' : part.value)}`)
const { running, trouble, run } = useAction()
const isMail = computed(() => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(part.value.trim()))
const open = ref(false)
watch(open, is => emit('typing', is))

function toggle(mail: string) {
  people.value = people.value.includes(mail) ? people.value.filter(one => one !== mail) : [...people.value, mail]
}
function take() {
  if (isMail.value) people.value = [...new Set([...people.value, part.value.trim()])]
  part.value = ''
  open.value = false
}
const save = () =>
  run(async () => {
    await ask('/api/addresses', { method: 'POST', body: { name: name.value || part.value.split('@')[0]!, mail: part.value.trim() } })
    take()
    name.value = ''
    await refresh()
  })
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col">
    <div class="flex flex-wrap items-center gap-2 px-8">
      <label class="sr-only" for="people-part">Name or address</label>
      <input
        id="people-part"
        v-model="part"
        class="field min-h-14! max-w-md text-xl"
        placeholder="Find by name, or type an address"
        autocomplete="off"
        inputmode="none"
        @focus="open = true"
      />
      <template v-if="isMail">
        <button type="button" class="touch" @click="take"><Plus :size="22" aria-hidden="true" /> Once</button>
        <button type="button" class="touch" :disabled="running" @click="save">
          <Plus :size="22" aria-hidden="true" /> And keep it in the book
        </button>
      </template>
      <button
        v-for="mail in people"
        :key="mail"
        type="button"
        class="touch text-base!"
        :aria-label="`Take ${mail} out`"
        @click="toggle(mail)"
      >
        {{ mail }} <X :size="20" aria-hidden="true" />
      </button>
    </div>
    <div class="px-8"><TroubleBand :words="trouble" /></div>
    <p v-if="found && !found.length" class="min-h-0 flex-1 px-8 py-3 text-faded">
      Nobody in the address book fits. Type a whole address to send there once, or to keep it.
    </p>
    <div v-else class="grid min-h-0 flex-1 auto-rows-min grid-cols-2 gap-2 overflow-y-auto px-8 py-3">
      <button
        v-for="one in found ?? []"
        :key="one.id"
        type="button"
        class="touch justify-between! text-left"
        :class="{ 'border-lapis! bg-lapis-wash!': people.includes(one.mail) }"
        :aria-pressed="people.includes(one.mail)"
        @click="toggle(one.mail)"
      >
        <span class="font-serif text-xl">{{ one.name }}</span><span class="truncate text-base text-faded">{{ one.mail }}</span>
      </button>
    </div>
    <ScreenKeys v-if="open" kind="email" @key="part = typedOn(part, $event)" @enter="take" />
  </div>
</template>
