<script setup lang="ts">
import type { SettingKey } from '~/words/settings'

const props = defineProps<{ setting: SettingKey; value: string | number | boolean }>()

/** How dark the page in the picture is. */
const shade = computed(() => {
  if (props.setting === 'lighten') return 0.55 - Number(props.value) * 0.12
  if (props.setting === 'contrast') return 0.55 + Number(props.value) * 0.18
  return 0.6
})
const turn = computed(() => (props.setting === 'rotate' && typeof props.value === 'number' ? props.value : 0))
const grow = computed(() =>
  props.setting === 'percent'
    ? Math.sqrt(Number(props.value) / 100) * 0.8
    : props.setting === 'paper'
      ? ({ A5: 0.7, A3: 1.15 }[String(props.value)] ?? 0.9)
      : 0.9,
)
const lines = [9, 13, 17, 21, 25]
const is = (setting: SettingKey, ...values: (string | number | boolean)[]) => props.setting === setting && values.includes(props.value)
</script>

<template>
  <svg viewBox="0 0 40 40" width="44" height="44" aria-hidden="true" class="shrink-0">
    <g :transform="`translate(20 20) rotate(${turn}) scale(${grow}) translate(-20 -20)`">
      <rect
        v-if="is('sides', 'both') || is('paper', 'mixed') || is('format', 'jpeg')"
        x="13"
        y="3"
        width="22"
        height="30"
        fill="#fff"
        stroke="#8d8271"
      />
      <rect x="8" y="6" width="22" height="30" fill="#fff" stroke="#635a4f" />
      <template v-if="is('original', 'photo') || is('colour', 'grey')">
        <rect x="11" y="10" width="16" height="13" fill="#9a9184" />
        <path d="M11 23l6-7 4 4 3-3 3 6z" fill="#635a4f" />
      </template>
      <template v-else-if="is('colour', 'colour')">
        <rect x="11" y="10" width="5" height="16" fill="#b3321b" />
        <rect x="16.5" y="10" width="5" height="16" fill="#2a6557" />
        <rect x="22" y="10" width="5" height="16" fill="#27468c" />
      </template>
      <template v-else>
        <line
          v-for="y in lines"
          :key="y"
          x1="11"
          x2="27"
          :y1="y + 2"
          :y2="y + 2"
          stroke="#221d18"
          :stroke-opacity="shade"
          :stroke-width="is('sharpness', 2) ? 2.4 : is('sharpness', -2) ? 1 : 1.6"
        />
        <rect
          v-if="is('original', 'text-and-pictures') || is('colour', 'auto')"
          x="18"
          y="18"
          width="9"
          height="8"
          :fill="is('colour', 'auto') ? '#b3321b' : '#9a9184'"
        />
      </template>
    </g>
    <path v-if="is('flip', 'long-edge')" d="M31 8q7 12 0 24" fill="none" stroke="#27468c" stroke-width="2" />
    <path v-if="is('flip', 'short-edge')" d="M9 5q11-6 20 0" fill="none" stroke="#27468c" stroke-width="2" />
    <path v-if="is('gentle', true)" d="M4 38q8-6 16 0t16 0" fill="none" stroke="#27468c" stroke-width="2" />
    <path v-if="is('rotate', 'upright')" d="M34 30V10m-4 5l4-5 4 5" fill="none" stroke="#27468c" stroke-width="2" />
  </svg>
</template>
