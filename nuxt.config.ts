import tailwindcss from '@tailwindcss/vite'

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  ssr: false,
  modules: ['@pinia/nuxt', 'nuxt-auth-utils', 'nuxt-security'],
  css: ['~/assets/main.css'],
  vite: { plugins: [tailwindcss()] },
})
