<script setup lang="ts">
import { Delete } from '@lucide/vue'

const props = defineProps<{ label: string; most: number; disabled?: boolean; /** Show the digits rather than dots. */ shown?: boolean }>()
const typed = defineModel<string>({ required: true })

function press(key: string) {
  if (props.disabled) return
  if (key === 'back') typed.value = typed.value.slice(0, -1)
  else if (typed.value.length < props.most) typed.value += key
}

// A keyboard or a reader that types works, too.
useEventListener('keydown', (event: KeyboardEvent) => {
  if ((event.target as HTMLElement).tagName === 'INPUT') return
  if (/^\d$/.test(event.key)) press(event.key)
  else if (event.key === 'Backspace') press('back')
})
</script>

<template>
  <div class="mx-auto w-full max-w-sm" role="group" :aria-label="label">
    <p
      class="mb-4 flex min-h-14 items-center justify-center gap-3 border-b-2 border-ink font-mono text-3xl tracking-[0.3em]"
      role="status"
      :aria-label="`${typed.length} digits typed`"
    >
      {{ shown ? typed : '•'.repeat(typed.length) }}
    </p>
    <div class="grid grid-cols-3 gap-2">
      <button
        v-for="key in ['1', '2', '3', '4', '5', '6', '7', '8', '9']"
        :key="key"
        type="button"
        class="touch min-h-16! font-mono text-2xl!"
        :disabled="disabled"
        @click="press(key)"
      >
        {{ key }}
      </button>
      <slot><span /></slot>
      <button type="button" class="touch min-h-16! font-mono text-2xl!" :disabled="disabled" @click="press('0')">0</button>
      <button
        type="button"
        class="touch min-h-16!"
        :disabled="disabled || !typed"
        aria-label="Take the last digit back"
        @click="press('back')"
      >
        <Delete :size="26" aria-hidden="true" />
      </button>
    </div>
  </div>
</template>
