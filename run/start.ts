import { build } from './build'
import { Product } from './product'
import { readSettings } from './settings'
import { Trouble } from './trouble'

const say = (words: string) => console.log(`  ${words}`)

function fail(error: unknown): never {
  console.error(
    error instanceof Trouble
      ? `\n${error.message}`
      : `\nRubricator could not start: ${error instanceof Error ? error.stack : String(error)}`,
  )
  process.exit(1)
}

let product: Product | null = null
const building = new AbortController()
// By a signal, which comes at any time.
let ending = false as boolean
async function end(): Promise<void> {
  if (ending) return
  ending = true
  console.log('\n  Ending')
  building.abort()
  await product?.stop()
  process.exit(0)
}
process.on('SIGINT', () => void end())
process.on('SIGTERM', () => void end())

try {
  const settings = readSettings(process.env, process.argv.slice(2))
  await build(say, building.signal)
  product = new Product(settings, say)
  const { app, standins, folders, signIns } = await product.start()
  const width = Math.max(0, ...signIns.map(person => person.name.length))
  const people = signIns.map(person => `    ${person.name.padEnd(width)}  ${person.password}  (${person.roles.join(', ')})`).join('\n')
  console.log(`
  Rubricator is ready: ${app}

  ${signIns.length ? `Sign in as\n${people}` : 'Open it to add the first steward, a device, a destination and a rubric.'}

${
  standins['office-device']
    ? `  The office device's bench, to put paper on it: ${standins['office-device-bench']}
  Its address for scanning:                      ${standins['office-device']}
  Filed documents arrive in:                     ${folders['network-folder']}
  The vessel register:                           ${standins['vessel-register']}

`
    : ''
}  Ctrl-C ends everything.`)
} catch (error) {
  if (!ending) {
    await product?.stop()
    fail(error)
  }
}
