import { execFile } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { digestOf } from './simdDigest'

// Compiles the passes over pixels; only whoever changes them needs the compiler, which weighs 100 MB.

const compiler = 'assemblyscript@0.28.20'
const from = 'core/raster/simd/assembly'
const folder = await mkdtemp(join(tmpdir(), 'rubricator-simd-'))
const file = join(folder, 'passes.wasm')
try {
  const options = ['-O3', '--enable', 'simd', '--runtime', 'stub', '--noAssert', '--initialMemory', '1']
  await promisify(execFile)('npx', ['--yes', '--package', compiler, 'asc', join(from, 'index.ts'), '--outFile', file, ...options])
  const digest = await digestOf(from)
  const bytes = await readFile(file, 'base64')
  const lines = bytes.match(/.{1,120}/g)!.map(line => `  '${line}'`)
  await writeFile(
    'core/raster/simd/compiled.ts',
    `// Made by \`npm run simd\` from the texts in assembly/; do not edit.

/** SHA-256 of the texts that it was compiled from. */
export const compiledFrom = '${digest}'

/** A WebAssembly module, as base64. */
export const compiled =
${lines.join(' +\n')}
`,
  )
  console.log(`${from}: ${Buffer.from(bytes, 'base64').length} bytes`)
} finally {
  await rm(folder, { recursive: true })
}
