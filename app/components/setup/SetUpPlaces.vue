<script setup lang="ts">
const places = [
  { to: '/set-up', name: 'Devices, folders, programs' },
  { to: '/set-up/destinations', name: 'Destinations' },
  { to: '/set-up/people', name: 'People' },
  { to: '/set-up/office', name: 'Office' },
  { to: '/set-up/trail', name: 'Trail' },
  { to: '/set-up/calls', name: 'Calls' },
  { to: '/set-up/running', name: 'How it runs' },
]
</script>

<template>
  <nav aria-label="Set-up" class="mb-7 border-b border-rule">
    <ul class="flex gap-8">
      <li v-for="place in places" :key="place.to">
        <NuxtLink
          :to="place.to"
          class="-mb-px block border-b-2 border-transparent pb-2 text-lapis no-underline hover:text-ink"
          exact-active-class="border-b-ink! text-ink!"
          >{{ place.name }}</NuxtLink
        >
      </li>
    </ul>
  </nav>
</template>
