<script setup lang="ts">
import type { PersonView, Role } from '~~/shared/views/people'
import { roleMeans, roles } from '~/words/people'

/** Who somebody is and what they may; a new person where none is given. */
const { person = null, trouble } = defineProps<{ person?: PersonView | null; running: boolean; trouble: string | null }>()
const emit = defineEmits<{ save: [{ name: string; mail: string | null; roles: Role[] }]; leave: [] }>()
const asked = reactive({ name: person?.name ?? '', mail: person?.mail ?? '', roles: [...(person?.roles ?? ['clerk'])] as Role[] })
const save = () => emit('save', { ...asked, mail: asked.mail.trim() || null })
</script>

<template>
  <form @submit.prevent="save">
    <TroubleBand :words="trouble" />
    <div class="grid gap-x-6 sm:grid-cols-2">
      <label class="mb-3 block">Name<input v-model="asked.name" class="field mt-1" maxlength="120" required /></label>
      <label class="mb-3 block">Mail, if they have one<input v-model="asked.mail" class="field mt-1" type="email" maxlength="200" /></label>
    </div>
    <fieldset class="mb-4">
      <legend>What they do</legend>
      <label v-for="role in roles" :key="role" class="flex min-h-9 items-center gap-3">
        <input v-model="asked.roles" type="checkbox" :value="role" class="size-5 accent-lapis" />
        <span><span class="capitalize">{{ role }}</span> <span class="text-faded">{{ roleMeans[role] }}</span></span>
      </label>
    </fieldset>
    <p class="flex gap-3">
      <button class="act" :disabled="running || !asked.roles.length">{{ person ? 'Save' : 'Add and make a link' }}</button>
      <button type="button" class="act-quiet" @click="emit('leave')">Leave it</button>
    </p>
  </form>
</template>
