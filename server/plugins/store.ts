import { closeStore, store } from '../context'

export default defineNitroPlugin((nitro) => {
  void store().queue.start().catch((error: unknown) => {
    console.error(`The queue could not be opened: ${String(error)}`)
    process.exit(1)
  })
  nitro.hooks.hook('close', closeStore)
})
