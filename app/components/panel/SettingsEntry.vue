<script setup lang="ts">
import { ArrowLeft, Check } from '@lucide/vue'
import type { Choices } from '~~/core/rubric/choices'
import type { StartForm } from '~~/shared/views/start'
import { optionWeight, settingOptions, type SettingKey } from '~/words/settings'
import { typedOn } from './typedOn'

const props = defineProps<{ form: StartForm }>()
const choices = defineModel<Choices>({ required: true })
const emit = defineEmits<{ back: [] }>()

const shown = computed(() => settingOptions.filter(one => props.form.mayChange.includes(one.key)))
const texts = computed(() =>
  (
    [
      ['name', 'File name'],
      ['protect', 'Code to open it'],
    ] as const
  ).filter(([key]) => props.form.mayChange.includes(key)),
)
const at = ref<string>(shown.value[0]?.key ?? texts.value[0]?.[0] ?? '')
const current = computed(() => shown.value.find(one => one.key === at.value) ?? null)
const settings = computed(() => ({ ...props.form.settings, ...choices.value }))
const valueOf = (key: SettingKey) => settings.value[key]

function choose(key: string, value: string | number | boolean) {
  choices.value = { ...choices.value, [key]: value }
}
const text = computed({
  get: () => (at.value === 'name' ? choices.value.name : choices.value.protect) ?? '',
  set: value => (choices.value = { ...choices.value, [at.value]: value || undefined }),
})
const isText = computed(() => at.value === 'name' || at.value === 'protect')
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col">
    <div class="flex items-center gap-4 px-8 pt-4 pb-3">
      <button type="button" class="touch" aria-label="Back to the rubric" @click="emit('back')">
        <ArrowLeft :size="26" aria-hidden="true" />
      </button>
      <h2 class="font-serif text-3xl">How is it scanned?</h2>
      <button type="button" class="touch touch-act ml-auto" @click="emit('back')"><Check :size="26" aria-hidden="true" /> Done</button>
    </div>
    <div class="grid min-h-0 flex-1 grid-cols-[17rem_1fr] gap-6 px-8 pb-3">
      <nav
        aria-label="Settings"
        class="min-h-0 space-y-1.5 overflow-y-auto pr-1 pb-8 [mask-image:linear-gradient(to_top,transparent,black_2.5rem)]"
      >
        <button
          v-for="one in shown"
          :key="one.key"
          type="button"
          class="touch w-full justify-between! text-base!"
          :class="{ 'border-lapis! bg-lapis-wash!': one.key === at }"
          :aria-current="one.key === at"
          @click="at = one.key"
        >
          {{ one.title
          }}<span class="truncate text-faded">{{
            one.options.find(option => option.value === valueOf(one.key))?.words ?? valueOf(one.key)
          }}</span>
        </button>
        <button
          v-for="[key, title] in texts"
          :key="key"
          type="button"
          class="touch w-full justify-between! text-base!"
          :class="{ 'border-lapis! bg-lapis-wash!': key === at }"
          :aria-current="key === at"
          @click="at = key"
        >
          {{ title
          }}<span class="truncate text-faded">{{
            key === 'protect' ? (choices.protect ? 'set' : 'none') : (choices.name ?? 'as usual')
          }}</span>
        </button>
      </nav>
      <div v-if="current" class="grid min-h-0 auto-rows-min grid-cols-2 gap-3 overflow-y-auto" role="group" :aria-label="current.title">
        <button
          v-for="option in current.options"
          :key="String(option.value)"
          type="button"
          class="touch min-h-24! justify-start! text-left"
          :class="{ 'border-lapis! bg-lapis-wash!': option.value === valueOf(current.key) }"
          :aria-pressed="option.value === valueOf(current.key)"
          @click="choose(current.key, option.value)"
        >
          <SettingPicture :setting="current.key" :value="option.value" />
          <span
            ><span class="block text-xl">{{ option.words }}</span
            ><span class="block text-base text-faded">{{
              [option.hint, optionWeight(form, settings, current.key, option.value)].filter(Boolean).join(' · ')
            }}</span></span
          >
        </button>
      </div>
      <div v-else-if="isText">
        <label class="text-xl" for="setting-text">{{
          at === 'name' ? 'Name of the files; a running number is added' : 'Whoever opens the PDF types this; at least 4 characters'
        }}</label>
        <input
          id="setting-text"
          v-model="text"
          class="field mt-2 min-h-16! font-mono text-2xl"
          autocomplete="off"
          maxlength="64"
          inputmode="none"
        />
      </div>
    </div>
    <ScreenKeys v-if="isText" kind="text" @key="text = typedOn(text, $event)" @enter="at = shown[0]?.key ?? at" />
  </div>
</template>
