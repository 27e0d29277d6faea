<script setup lang="ts">
import { Check, IdCard, KeyRound } from '@lucide/vue'
import { typedOn } from './typedOn'

const me = useMe()
const pin = ref('')
const byName = ref(false)
const name = ref('')
const password = ref('')
const editing = ref<'name' | 'password'>('name')
const { running, trouble, run } = useAction()

async function enter() {
  const typed = pin.value
  pin.value = ''
  await run(() => me.signInAtPanel({ pin: typed }))
}
async function enterByName() {
  await run(() => me.signInAtPanel({ name: name.value, password: password.value }))
  password.value = ''
}
useEventListener('keydown', (event: KeyboardEvent) => !byName.value && event.key === 'Enter' && pin.value.length >= 4 && void enter())
// A badge that was held to the reader waits at the server.
useIntervalFn(() => void me.signInAtPanel({ badge: true }).catch(() => undefined), 1200)
</script>

<template>
  <div v-if="!byName" class="grid flex-1 grid-cols-2 items-center gap-12 px-16">
    <div>
      <h2 class="initial mb-5 text-5xl">Who is it?</h2>
      <p class="mb-4 flex items-start gap-4 text-xl text-faded">
        <IdCard :size="34" class="mt-1 shrink-0" aria-hidden="true" /> Hold your badge to the reader, or type your PIN.
      </p>
      <button type="button" class="touch mt-4" @click="byName = true"><KeyRound :size="24" aria-hidden="true" /> Name and password</button>
      <TroubleBand :words="trouble" />
    </div>
    <DigitPad v-model="pin" label="PIN" :most="12" :disabled="running">
      <button type="button" class="touch touch-act min-h-16!" :disabled="running || pin.length < 4" @click="enter">
        <Check :size="28" aria-hidden="true" /><span class="sr-only">Sign in</span>
      </button>
    </DigitPad>
  </div>
  <form v-else class="flex min-h-0 flex-1 flex-col" @submit.prevent="enterByName">
    <div class="flex flex-1 items-center gap-6 px-10">
      <label class="flex-1"
        >Name<input v-model="name" class="field mt-1 min-h-14! text-2xl" autocomplete="off" autofocus @focus="editing = 'name'"
      /></label>
      <label class="flex-1"
        >Password<input
          v-model="password"
          class="field mt-1 min-h-14! text-2xl"
          type="password"
          autocomplete="off"
          @focus="editing = 'password'"
      /></label>
      <button class="touch touch-act mt-7" :disabled="running || !name || !password">Sign in</button>
      <button type="button" class="touch mt-7" @click="byName = false">PIN</button>
    </div>
    <div class="px-10"><TroubleBand :words="trouble" /></div>
    <ScreenKeys
      kind="text"
      :upper="editing === 'name' && !name"
      @key="key => (editing === 'name' ? (name = typedOn(name, key)) : (password = typedOn(password, key)))"
      @enter="editing === 'name' ? (editing = 'password') : enterByName()"
    />
  </form>
</template>
