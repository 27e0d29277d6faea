<script setup lang="ts">
const emit = defineEmits<{ paired: [] }>()
const code = ref('')
const { running, trouble, run } = useAction()

watch(code, async typed => {
  if (typed.length < 6) return
  const done = await run(() => ask('/api/panel/pair', { method: 'POST', body: { code: typed } }).then(() => undefined))
  code.value = ''
  if (done) emit('paired')
})
</script>

<template>
  <div class="grid flex-1 grid-cols-2 items-center gap-12 px-16">
    <div>
      <h2 class="initial mb-4 text-5xl">Whose panel is this?</h2>
      <p class="text-xl text-faded">
        This screen belongs to no device yet. A steward finds a code of six digits at the device, in Set-up; type it here. It holds for a
        quarter of an hour.
      </p>
      <TroubleBand :words="trouble" />
    </div>
    <DigitPad v-model="code" label="Code of six digits" :most="6" :disabled="running" shown />
  </div>
</template>
