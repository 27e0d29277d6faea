import { log, said } from '../../log/log'
import { startTracing } from '../../log/trace'
import { closeStore, openStore } from '../context'
import { beginPictures } from '../pictures'

export default defineNitroPlugin(nitro => {
  const tracing = startTracing('web')
  openStore().then(beginPictures, (error: unknown) => {
    log.fatal(said(error), 'the web server cannot start')
    process.exit(1)
  })
  nitro.hooks.hook('close', async () => {
    await closeStore()
    await (
      await tracing
    )()
  })
})
