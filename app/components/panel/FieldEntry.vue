<script setup lang="ts">
import { ArrowLeft } from '@lucide/vue'
import { checkValue, expectedOf } from '~~/core/fields/fieldValue'
import { kindOf } from '~~/core/fields/kinds'
import type { Field } from '~~/core/rubric/field'
import type { AddressView } from '~~/shared/views/people'
import { typedOn } from './typedOn'

const props = defineProps<{ field: Field; value: string; languages: string[] }>()
const emit = defineEmits<{ done: [value: string]; back: [] }>()

const typed = ref(props.value)
const tried = ref(false)
const input = useTemplateRef<HTMLInputElement>('input')
const kind = computed(() => kindOf(props.field))
const several = computed(() => kind.value.control === 'boxes')
const choices = computed(() => (several.value || kind.value.control === 'list' ? kind.value.choices(props.field) : null))
const isChosen = (choice: string) => typed.value.split('\n').includes(choice)
/** One choice is the answer; of several each is taken or left. */
function choose(choice: string) {
  if (!several.value) return emit('done', choice)
  const now = new Set(typed.value.split('\n').filter(Boolean))
  if (!now.delete(choice)) now.add(choice)
  typed.value = (choices.value ?? []).filter(one => now.has(one)).join('\n')
}
const keys = computed(() => (kind.value.keys === 'text' && /^\^?\\d/.test(props.field.pattern ?? '') ? 'number' : kind.value.keys))
const fault = computed(() => {
  if (!typed.value.trim()) return props.field.required && tried.value ? `${props.field.label} is needed.` : null
  const checked = checkValue(props.field, typed.value, props.languages)
  return !checked.ok && tried.value ? checked.why : null
})
const people = shallowRef<AddressView[]>([])
watchDebounced(
  typed,
  async part => {
    if (kind.value.control === 'address') people.value = await ask<AddressView[]>('/api/addresses', { query: { part } }).catch(() => [])
  },
  { debounce: 120, immediate: true },
)

function done() {
  tried.value = true
  if (!typed.value.trim() ? props.field.required : !checkValue(props.field, typed.value, props.languages).ok) return
  emit('done', typed.value.trim())
}
onMounted(() => input.value?.focus())
</script>

<template>
  <form class="flex min-h-0 flex-1 flex-col" @submit.prevent="done">
    <div class="flex min-h-0 flex-1 flex-col px-8 py-5">
      <div class="flex items-center gap-4">
        <button type="button" class="touch" aria-label="Back without this" @click="emit('back')">
          <ArrowLeft :size="26" aria-hidden="true" />
        </button>
        <label for="panel-field" class="font-serif text-3xl">{{ field.label }}</label>
        <span class="ml-auto text-base text-faded">{{ field.kind === 'text' && !field.pattern ? '' : expectedOf(field) }}</span>
      </div>
      <div v-if="choices" class="mt-6 grid grid-cols-2 gap-3" role="group" :aria-label="field.label">
        <button
          v-for="choice in choices"
          :key="choice"
          type="button"
          class="touch min-h-20! text-2xl!"
          :class="{ 'touch-act': isChosen(choice) }"
          :aria-pressed="isChosen(choice)"
          @click="choose(choice)"
        >
          {{ choice }}
        </button>
        <button v-if="several" type="button" class="touch touch-act min-h-20!" :disabled="!typed" @click="done">These</button>
        <button v-if="!field.required" type="button" class="touch min-h-20!" @click="emit('done', '')">Leave it open</button>
      </div>
      <template v-else>
        <input
          id="panel-field"
          ref="input"
          v-model="typed"
          class="field mt-4 min-h-16! font-mono text-3xl"
          autocomplete="off"
          spellcheck="false"
          :aria-invalid="fault !== null"
          aria-describedby="panel-fault"
          inputmode="none"
        />
        <p id="panel-fault" class="mt-2 min-h-7 text-ochre" role="status">{{ fault }}</p>
        <div v-if="kind.control === 'address'" class="flex min-h-0 flex-wrap gap-2 overflow-y-auto">
          <button v-for="one in people" :key="one.id" type="button" class="touch text-base!" @click="emit('done', one.mail)">
            {{ one.name }} <span class="text-faded">{{ one.mail }}</span>
          </button>
        </div>
      </template>
    </div>
    <ScreenKeys v-if="!choices" :kind="keys" @key="typed = typedOn(typed, $event)" @enter="done" />
  </form>
</template>
