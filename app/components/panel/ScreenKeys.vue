<script setup lang="ts">
import { ArrowBigUp, Delete } from '@lucide/vue'

const props = defineProps<{ kind: 'text' | 'email' | 'number' | 'date'; upper?: boolean }>()
const emit = defineEmits<{ key: [key: string]; enter: [] }>()

const letters = ['qwertyuiop', 'asdfghjkl', 'zxcvbnm']
const shift = ref(false)
const signs = ref(false)
const shifted = computed(() => shift.value || props.upper)

const rows = computed(() => {
  if (props.kind === 'number') return ['123', '456', '789', '.0-']
  if (props.kind === 'date') return ['123', '456', '789', '/0']
  if (signs.value) return ['1234567890', '-/:;()&@"', ".,?!'+=#%_"]
  return ['1234567890', ...letters.map(row => (shifted.value ? row.toUpperCase() : row))]
})
const narrow = computed(() => props.kind === 'number' || props.kind === 'date')
const last = computed(() => (props.kind === 'email' ? ['@', '.', '-', '_', '.example'] : ['.', ',', '-', '/']))

function press(key: string) {
  emit('key', key)
  if (key !== 'back') shift.value = false
}
</script>

<template>
  <div class="border-t border-rule bg-leaf px-4 pt-3 pb-4" role="group" aria-label="Keyboard">
    <div v-for="row in rows" :key="row" class="mx-auto mb-1.5 flex justify-center gap-1.5" :class="narrow ? 'max-w-sm' : 'max-w-5xl'">
      <button
        v-if="!narrow && !signs && row.toLowerCase() === 'zxcvbnm'"
        type="button"
        class="touch px-4!"
        :aria-pressed="shifted"
        aria-label="Capital letter"
        @click="shift = !shift"
      >
        <ArrowBigUp :size="24" aria-hidden="true" />
      </button>
      <button v-for="key in row" :key="key" type="button" class="touch flex-1 px-0! font-mono text-xl!" @click="press(key)">
        {{ key }}
      </button>
      <button
        v-if="!narrow && row.toLowerCase().startsWith(signs ? '.' : 'z')"
        type="button"
        class="touch px-4!"
        aria-label="Take the last letter back"
        @click="press('back')"
      >
        <Delete :size="24" aria-hidden="true" />
      </button>
    </div>
    <div class="mx-auto flex justify-center gap-1.5" :class="narrow ? 'max-w-sm' : 'max-w-5xl'">
      <template v-if="narrow">
        <button type="button" class="touch flex-1" aria-label="Take the last digit back" @click="press('back')">
          <Delete :size="24" aria-hidden="true" />
        </button>
      </template>
      <template v-else>
        <button type="button" class="touch" @click="signs = !signs">{{ signs ? 'abc' : '?!#' }}</button>
        <button v-for="key in last" :key="key" type="button" class="touch font-mono" @click="press(key)">{{ key }}</button>
        <button v-if="kind === 'text'" type="button" class="touch flex-1" @click="press(' ')">Space</button>
      </template>
      <button type="button" class="touch touch-act" :class="narrow ? 'flex-1' : 'px-8!'" @click="emit('enter')">Done</button>
    </div>
  </div>
</template>
