import { spawn } from 'node:child_process'
import { mkdir, mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build } from './build'
import { Product } from './product'

// All checks in turn; the last line counts them. Types and lint count as one each.

const only = process.argv[2] ?? null
const counts = { passed: 0, failed: 0 }
const say = (words: string) => console.log(`  ${words}`)

function run(args: string[], env: Record<string, string> = {}): Promise<boolean> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, { stdio: 'inherit', env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1', ...env } })
    child.once('exit', code => resolve(code === 0))
  })
}

async function check(name: string, args: string[]): Promise<void> {
  console.log(`\n${name}`)
  if (await run(args)) counts.passed++
  else counts.failed++
}

interface VitestReport { numPassedTests: number, numFailedTests: number, numTotalTests: number, success: boolean }
interface PlaywrightReport { stats: { expected: number, unexpected: number, flaky: number } }

/** A report that is missing, or a run that failed without a failed test, counts as one failure. */
async function countVitest(projects: string[], env: Record<string, string> = {}): Promise<void> {
  const report = `test-results/${projects.join('-')}.json`
  const fine = await run(['node_modules/vitest/vitest.mjs', 'run', ...projects.flatMap(project => ['--project', project]), '--reporter=default', '--reporter=json', `--outputFile.json=${report}`], env)
  const found = await readFile(report, 'utf8').then(text => JSON.parse(text) as VitestReport, () => null)
  counts.passed += found?.numPassedTests ?? 0
  counts.failed += Math.max(found?.numFailedTests ?? 1, fine ? 0 : 1)
}

async function countPlaywright(env: Record<string, string>): Promise<void> {
  const fine = await run(['node_modules/@playwright/test/cli.js', 'test'], env)
  const found = await readFile('test-results/browser.json', 'utf8').then(text => JSON.parse(text) as PlaywrightReport, () => null)
  counts.passed += found?.stats.expected ?? 0
  counts.failed += Math.max(found ? found.stats.unexpected + found.stats.flaky : 1, fine ? 0 : 1)
}

async function withProduct(work: (env: Record<string, string>) => Promise<void>): Promise<void> {
  const data = await mkdtemp(join(tmpdir(), 'rubricator-test-'))
  const product = new Product({ data, host: '127.0.0.1', port: null, workers: 2, deviceSpeed: 6000, empty: false }, say)
  try {
    await product.start()
    await work({ RUBRICATOR_DATA: data })
  } catch (error) {
    console.error(error)
    counts.failed++
  } finally {
    await product.stop()
    if (counts.failed === 0) await product.remove()
    else say(`The logs of the running copy are in ${data}`)
  }
}

await rm('test-results', { recursive: true, force: true })
await mkdir('test-results', { recursive: true })
if (!only) {
  await check('Types', ['node_modules/nuxt/bin/nuxt.mjs', 'typecheck'])
  await check('Types outside the app', ['node_modules/typescript/bin/tsc', '-p', 'tsconfig.node.json'])
  await check('Lint', ['node_modules/eslint/bin/eslint.js', '.'])
}
if (!only || only === 'parts') await countVitest(['core', 'parts'])
if (!only || only === 'product') {
  await build(say)
  await withProduct(async (env) => {
    await countVitest(['server'], env)
    await countPlaywright(env)
  })
}
console.log(`\n${counts.passed} passed, ${counts.failed} failed`)
process.exit(counts.failed === 0 && counts.passed > 0 ? 0 : 1)
