import { spawn } from 'node:child_process'
import { mkdir, mkdtemp, readdir, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { build } from './build'
import { Product } from './product'

// All checks, in two lanes side by side; the last line counts them. Types, lint and the faults run count as one each.
// With a name, only the files of tests whose path it is part of, or else the tests whose title it is part of.

const name = process.argv[2] ?? null
const counts = { passed: 0, failed: 0 }
const took: [string, number][] = []
const say = (words: string) => console.log(`  ${words}`)
const files = (await readdir('test', { recursive: true })).map(file => join('test', file)).filter(file => /\.(test|spec)\.ts$/.test(file))
const fitting = name === null ? files : files.filter(file => file.includes(name))
/** Where no path fits, the name is taken for a part of tests' titles. */
const byTitle = name !== null && fitting.length === 0
const wanted = (folders: readonly string[]) => byTitle || fitting.some(file => folders.includes(file.split('/')[1]!))

/** Longer than any part takes on a slow machine; what stands still is ended then, and its words are shown. */
const mostMinutes = 20
/** How long what a program left behind may hold its output. */
const pipeSeconds = 3

/**
 * Runs a program to its end; what it says comes out whole, so that two lanes do not mix.
 * @param aside whether it lets go before the browser's tests, which wait for things
 */
function run(args: string[], env: Record<string, string> = {}, aside = false): Promise<{ fine: boolean; words: string }> {
  return new Promise(resolve => {
    const child = spawn(aside ? 'nice' : process.execPath, aside ? [process.execPath, ...args] : args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1', ...env },
    })
    let words = ''
    child.stdout.on('data', (chunk: Buffer) => (words += chunk.toString()))
    child.stderr.on('data', (chunk: Buffer) => (words += chunk.toString()))
    const limit = setTimeout(() => {
      words += `\nEnded: it ran for more than ${mostMinutes} minutes.`
      child.kill('SIGKILL')
    }, mostMinutes * 60_000)
    child.once('exit', code => {
      clearTimeout(limit)
      const end = () => resolve({ fine: code === 0, words })
      child.once('close', end)
      setTimeout(end, pipeSeconds * 1000)
    })
  })
}

async function part(title: string, work: () => Promise<{ passed: number; failed: number; words: string }>): Promise<void> {
  const begun = Date.now()
  const { passed, failed, words } = await work()
  const seconds = Math.round((Date.now() - begun) / 1000)
  took.push([title, seconds])
  counts.passed += passed
  counts.failed += failed
  console.log(`\n${title}: ${passed} passed, ${failed} failed, ${seconds} s\n${words.trimEnd()}`)
}

/** A word that switches a rule off where nothing was wrong is a fault itself. */
const lintStrictly = ['--report-unused-disable-directives', '--max-warnings=0']

const check = (title: string, args: string[]) =>
  part(title, async () => {
    const { fine, words } = await run(args, {}, true)
    return { passed: fine ? 1 : 0, failed: fine ? 0 : 1, words }
  })

interface VitestReport {
  numPassedTests: number
  numFailedTests: number
}
interface PlaywrightReport {
  stats: { expected: number; unexpected: number; flaky: number }
}

/** A report that is missing, or a run that failed without a failed test, counts as one failure. */
const vitest = (title: string, projects: readonly string[], env: Record<string, string> = {}) =>
  part(title, async () => {
    const report = `test-results/${projects.join('-')}.json`
    const chosen = name === null ? [] : byTitle ? ['-t', name, '--passWithNoTests'] : [name]
    const { fine, words } = await run(
      [
        'node_modules/vitest/vitest.mjs',
        'run',
        ...projects.flatMap(project => ['--project', project]),
        ...chosen,
        '--reporter=default',
        '--reporter=json',
        `--outputFile.json=${report}`,
      ],
      env,
    )
    const found = await readFile(report, 'utf8').then(
      text => JSON.parse(text) as VitestReport,
      () => null,
    )
    return { passed: found?.numPassedTests ?? 0, failed: Math.max(found?.numFailedTests ?? 1, fine ? 0 : 1), words }
  })

const playwright = (env: Record<string, string>) =>
  part('Browser', async () => {
    const chosen = name === null ? [] : byTitle ? ['--grep', name, '--pass-with-no-tests'] : [name]
    const { fine, words } = await run(['node_modules/@playwright/test/cli.js', 'test', ...chosen], env)
    const found = await readFile('test-results/browser.json', 'utf8').then(
      text => JSON.parse(text) as PlaywrightReport,
      () => null,
    )
    return {
      passed: found?.stats.expected ?? 0,
      failed: Math.max(found ? found.stats.unexpected + found.stats.flaky : 1, fine ? 0 : 1),
      words,
    }
  })

/** A running copy with the demo's data, and the sample batch that tests copy. */
async function withProduct(work: (env: Record<string, string>) => Promise<void>): Promise<void> {
  const data = await mkdtemp(join(tmpdir(), 'rubricator-test-'))
  const product = new Product(
    { data, host: '127.0.0.1', port: null, workers: 2, deviceSpeed: 600, blobs: null, empty: false, week: false },
    () => undefined,
  )
  const failedBefore = counts.failed
  try {
    const begun = Date.now()
    process.env.RUBRICATOR_HOLD_ANSWERS = '1'
    await product.start()
    const env = { RUBRICATOR_DATA: data }
    Object.assign(process.env, env)
    const { scanSample } = await import('../test/product/sample')
    const sample = await scanSample()
    took.push(['Start and scan the sample', Math.round((Date.now() - begun) / 1000)])
    await work({ ...env, RUBRICATOR_SAMPLE: String(sample) })
  } catch (error) {
    console.error(error)
    counts.failed++
  } finally {
    await product.stop()
    if (counts.failed === failedBefore) await product.remove()
    else say(`The logs of the running copy are in ${data}`)
  }
}

const begun = Date.now()
await rm('test-results', { recursive: true, force: true })
await mkdir('test-results', { recursive: true })
const serverWanted = wanted(['server'])
const browserWanted = wanted(['browser'])
const built =
  serverWanted || browserWanted || name === null || name === 'faults'
    ? (async () => {
        const from = Date.now()
        await build(say)
        took.push(['Build', Math.round((Date.now() - from) / 1000)])
      })()
    : Promise.resolve()

async function withoutCopy(): Promise<void> {
  const all = name === null
  const projects = [
    ...(wanted(['core', 'app']) ? ['core'] : []),
    ...(wanted(['engine', 'cli', 'device', 'connectors', 'start', 'store', 'flow', 'worker']) ? ['parts'] : []),
  ]
  if (projects.length && !(byTitle && ['lint', 'types', 'faults'].includes(name))) await vitest('Core and parts', projects)
  if (all || name === 'lint') await check('Layout', ['node_modules/oxfmt/bin/oxfmt', '--check', '.'])
  await built
  // Types of routes and components: a build may keep its own elsewhere.
  if (all || name === 'lint' || name === 'types') await run(['node_modules/nuxt/bin/nuxt.mjs', 'prepare'])
  // One reading of all TypeScript serves both.
  if (all || name === 'lint' || name === 'types')
    await check('Types and lint', [
      'node_modules/oxlint/bin/oxlint',
      ...'--config oxlint.config.mjs --type-aware --type-check'.split(' '),
      ...lintStrictly,
      '.',
    ])
  if (all || name === 'lint') await check('Lint of components', ['node_modules/eslint/bin/eslint.js', '.'])
  if (all || name === 'types')
    await check('Types of components', ['node_modules/vue-tsc/bin/vue-tsc.js', '--noEmit', '-p', 'tsconfig.types.json'])
}

async function withCopy(): Promise<void> {
  await built
  if ((!serverWanted && !browserWanted) || (byTitle && ['lint', 'types', 'faults'].includes(name))) return
  await withProduct(async env => {
    if (serverWanted) await vitest('Server', ['server'], env)
    if (browserWanted) await playwright(env)
  })
}

async function faults(): Promise<void> {
  await built
  if (name === null || name === 'faults') await check('Faults', ['--import', 'tsx', 'test/faults/faults.ts', '5', '', 'objects'])
}

// The faults bring their own copy, and go where there is room first.
const lanes = [withoutCopy(), pause(0).then(withCopy)]
await Promise.race(lanes)
await faults()
await Promise.all(lanes)
const seconds = Math.round((Date.now() - begun) / 1000)
console.log(`\nWhat took how long, in seconds: ${took.map(([title, time]) => `${title} ${time}`).join(', ')}; all of it ${seconds}.`)
console.log(`\n${counts.passed} passed, ${counts.failed} failed`)
process.exit(counts.failed === 0 && counts.passed > 0 ? 0 : 1)
