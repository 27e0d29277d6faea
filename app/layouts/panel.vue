<template>
  <main class="h-screen overflow-hidden text-[1.1rem]">
    <slot />
  </main>
</template>
