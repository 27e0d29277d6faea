import { fileURLToPath } from 'node:url'
import tailwindcss from '@tailwindcss/vite'

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  ssr: false,
  devtools: { enabled: false },
  telemetry: false,
  modules: ['@pinia/nuxt', '@vueuse/nuxt', 'nuxt-auth-utils', 'nuxt-security'],
  css: ['~/assets/main.css'],
  vite: { plugins: [tailwindcss()] },
  components: [{ path: '~/components', pathPrefix: false, extensions: ['vue'] }],
  app: { head: { title: 'Rubricator', htmlAttrs: { lang: 'en' }, link: [{ rel: 'icon', type: 'image/svg+xml', href: '/favicon.svg' }] } },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true, exactOptionalPropertyTypes: false } } },
  // What each route answers, inferred for $fetch, is more than the compiler can follow, and costs half of its time.
  hooks: {
    // Once the server's part has asked for them.
    ready: nuxt => {
      nuxt.hook('prepare:types', ({ references }) => {
        const routes = references.findIndex(one => 'path' in one && one.path.endsWith('types/nitro.d.ts'))
        if (routes !== -1) references.splice(routes, 1)
      })
    },
  },
  runtimeConfig: { session: { password: '', maxAge: 12 * 3600, cookie: { sameSite: 'lax', secure: false } } },
  // A server of our own: it takes its socket from bin/start, and ends while pages are open.
  nitro: {
    entry: fileURLToPath(new URL('./server/entry.ts', import.meta.url)),
    // It runs where it is built, beside its packages: gathering them cost a third of the build.
    externals: { trace: false },
  },
  // Files are read as a stream, with a limit of their own.
  routeRules: {
    '/api/batches/*/files': { security: { requestSizeLimiter: false } },
    '/api/v1/batches/*/files': { security: { requestSizeLimiter: false } },
    '/api/tries/file': { security: { requestSizeLimiter: false } },
  },
  security: {
    headers: {
      contentSecurityPolicy: {
        'default-src': ["'self'"],
        'script-src': ["'self'", "'nonce-{{nonce}}'"],
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'connect-src': ["'self'"],
        'frame-src': ["'self'"],
        'upgrade-insecure-requests': false,
      },
      strictTransportSecurity: false,
      crossOriginEmbedderPolicy: false,
    },
    rateLimiter: false,
    // It refuses any value that looks like markup; Vue escapes what it shows, and Zod checks what comes in.
    xssValidator: false,
  },
})
