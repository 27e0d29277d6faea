<script setup lang="ts">
/** What was confirmed and is not kept: refused, or without an answer. */
const keeping = useKeeping()
const shown = computed(() => keeping.sent.filter(one => one.state !== 'on its way'))
</script>

<template>
  <div v-if="shown.length" role="alert" class="bg-ochre-wash px-10 py-2" data-keeping>
    <p v-for="one in shown" :key="one.document">
      <template v-if="one.state === 'refused'"
        >{{ one.name }} was not kept: {{ one.why }}
        <NuxtLink :to="`/documents/${one.document}`" class="link whitespace-nowrap">Go back to it</NuxtLink
        ><button type="button" class="link ml-5 whitespace-nowrap" @click="keeping.refusalOf(one.document)">
          I have seen it
        </button></template
      >
      <template v-else>{{ one.name }} is not kept yet: the server does not answer. It is asked again; do not close this window.</template>
    </p>
  </div>
</template>
