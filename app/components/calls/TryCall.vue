<script setup lang="ts">
import { addressOf, asCurl, type Call } from './callText'

/** One call of the API: what it does, as a command, and tried here with a token. */
const { call, base, token } = defineProps<{ call: Call; base: string; token: string }>()
const values = reactive<Record<string, string>>(
  Object.fromEntries((call.operation.parameters ?? []).map(one => [one.name, one.example ?? ''])),
)
const example = call.operation.requestBody?.content['application/json']?.example
const body = ref(example === undefined ? '' : JSON.stringify(example, null, 2))
const takesBody = computed(() => call.operation.requestBody?.content['application/json'] !== undefined)
/** Bytes, and a stream without an end, are for programs. */
const canTry = computed(() => call.path !== '/events' && !call.operation.requestBody?.content['application/octet-stream'])
const address = computed(() => addressOf(base, call, values))
const command = computed(() => asCurl(call.method, address.value, takesBody.value ? body.value : null))
const answer = ref<{ status: number; text: string } | null>(null)
const { running, trouble, run } = useAction()
const mostShown = 20_000
const tryIt = () =>
  run(async () => {
    answer.value = null
    const response = await fetch(address.value, {
      method: call.method.toUpperCase(),
      headers: { authorization: `Bearer ${token}`, ...(takesBody.value ? { 'content-type': 'application/json' } : {}) },
      ...(takesBody.value ? { body: body.value } : {}),
    })
    const type = response.headers.get('content-type') ?? ''
    const text = type.includes('json') ? JSON.stringify(await response.json(), null, 2) : `${(await response.blob()).size} bytes of ${type}`
    answer.value = { status: response.status, text: text.slice(0, mostShown) }
  })
</script>

<template>
  <details class="border-b border-rule py-3">
    <summary class="cursor-pointer">
      <span class="numbers mr-3 inline-block w-14 uppercase">{{ call.method }}</span
      ><span class="numbers mr-4 break-all">{{ call.path }}</span><span class="text-faded">{{ call.operation.summary }}</span>
    </summary>
    <form class="mt-3 max-w-4xl space-y-3 pl-4" @submit.prevent="tryIt">
      <label v-for="one in call.operation.parameters ?? []" :key="one.name" class="block"
        ><span class="numbers">{{ one.name }}</span><span v-if="one.description" class="small ml-3 text-faded">{{ one.description }}</span
        ><input v-model="values[one.name]" class="field numbers mt-1" :required="one.required"
      /></label>
      <label v-if="takesBody" class="block"
        >Body<textarea v-model="body" class="field numbers mt-1" :rows="Math.min(12, body.split('\n').length + 1)" spellcheck="false" />
      </label>
      <pre class="numbers overflow-x-auto border border-rule bg-leaf p-3 text-sm" tabindex="0" aria-label="As a command">{{ command }}</pre>
      <TroubleBand :words="trouble" />
      <p v-if="canTry">
        <button class="act-quiet" :disabled="running || !token">{{ running ? 'Asking…' : 'Try it' }}</button>
        <span v-if="!token" class="small ml-3 text-faded">Paste a token above first.</span>
      </p>
      <div v-if="answer" role="status">
        <p class="mb-1">It answered {{ answer.status }}:</p>
        <pre class="numbers max-h-96 overflow-auto border border-rule bg-white p-3 text-sm" tabindex="0" aria-label="Answer">{{
          answer.text
        }}</pre>
      </div>
    </form>
  </details>
</template>
