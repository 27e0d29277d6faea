import { closeStore, openStore } from '../context'

export default defineNitroPlugin(nitro => {
  openStore().catch((error: unknown) => {
    console.error(`The web server cannot start: ${error instanceof Error ? error.message : String(error)}`)
    process.exit(1)
  })
  nitro.hooks.hook('close', closeStore)
})
