import { PiniaColada } from '@pinia/colada'

/**
 * What the server said is asked for again by whoever needs it again: live events say when. Nothing is kept beyond the screens
 * that show it, so that no form begins with what was known before.
 */
export default defineNuxtPlugin(({ vueApp }) => {
  vueApp.use(PiniaColada, { queryOptions: { staleTime: 0, gcTime: 0, refetchOnWindowFocus: false, refetchOnReconnect: false } })
})
