import { log, said } from '../../log/log'
import { closeStore, openStore } from '../context'

export default defineNitroPlugin(nitro => {
  openStore().catch((error: unknown) => {
    log.fatal(said(error), 'the web server cannot start')
    process.exit(1)
  })
  nitro.hooks.hook('close', closeStore)
})
