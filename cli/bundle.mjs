import { createHash } from 'node:crypto'
import { existsSync, readdirSync, statSync } from 'node:fs'
import { access, constants, mkdir, mkdtemp, readdir, readFile, rename, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'

// A program that Node reads as some few files starts in a third of the time that it takes to find and strip its sources one by one.

const checkout = fileURLToPath(new URL('..', import.meta.url))
const programs = ['cli/main.ts', 'engine/examineProcess.ts', 'worker/main.ts']
/** Packages of many small files, or of much that is not used here, are taken in; all others stay where they find what is beside them. */
const taken = /^(zod|fast-xml-parser|re2js)(\/|$)/
const sourceFolders = ['cli', 'connectors', 'core', 'devices', 'engine', 'flow', 'log', 'reach', 'shared', 'store', 'worker']
/** How many of earlier sources stay, for processes that still run from them. */
const keptBundles = 12

/**
 * The programs as bundles of what their sources are now, made where these changed.
 * @returns their folder, with `cli/main.js` for `cli/main.ts`; null where it cannot be written: the sources run by themselves
 */
export async function bundle(root = checkout, entries = programs) {
  const folder = join(root, 'node_modules/.cache/rubricator')
  const wanted = join(folder, stampOf(root, entries))
  if (await isThere(wanted, entries)) return wanted
  try {
    await mkdir(folder, { recursive: true })
    const made = await mkdtemp(join(folder, 'making-'))
    await make(root, entries, made, wanted)
    // Somebody else may have been faster, with the same result.
    await rename(made, wanted).catch(() => rm(made, { recursive: true, force: true }))
    await removeOld(folder, wanted)
    return (await isThere(wanted, entries)) ? wanted : null
  } catch (error) {
    // What the disk refuses has a code, what is wrong with the sources none.
    if (error.code === undefined) throw error
    return null
  }
}

/** Whether it was made, by somebody who lets us read it. */
const isThere = (bundled, [entry]) =>
  access(join(bundled, entry.replace(/\.ts$/, '.js')), constants.R_OK).then(
    () => true,
    () => false,
  )

/** Names the sources as they are: their paths, sizes and times. */
function stampOf(root, entries) {
  const hash = createHash('sha256').update(JSON.stringify([root, entries, process.version]))
  const visit = folder => {
    for (const entry of readdirSync(join(root, folder), { withFileTypes: true })) {
      const path = join(folder, entry.name)
      if (entry.isDirectory() && entry.name !== 'node_modules') visit(path)
      else if (/\.m?ts$/.test(entry.name)) {
        const { size, mtimeMs } = statSync(join(root, path))
        hash.update(`${path} ${size} ${mtimeMs}\n`)
      }
    }
  }
  for (const folder of sourceFolders) if (existsSync(join(root, folder))) visit(folder)
  for (const file of ['cli/bundle.mjs', 'package.json', 'package-lock.json', 'tsconfig.json'])
    hash.update(`${file} ${statSync(join(root, file), { throwIfNoEntry: false })?.mtimeMs}\n`)
  return hash.digest('hex').slice(0, 24)
}

async function make(root, entries, outdir, bundle) {
  const { build } = await import('esbuild')
  await build({
    absWorkingDir: root,
    entryPoints: entries,
    outbase: root,
    outdir,
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    minifyWhitespace: true,
    logLevel: 'silent',
    define: { 'import.meta.bundle': JSON.stringify(bundle) },
    plugins: [
      { name: 'packages', setup: keepPackages },
      { name: 'places', setup: keepPlaces },
    ],
  })
}

function keepPackages({ onResolve }) {
  const isTaken = ({ path, kind, importer }) => kind === 'entry-point' || taken.test(path) || importer.includes('/node_modules/')
  onResolve({ filter: /^[^./]/ }, asked => (isTaken(asked) ? null : { external: true }))
}

/** What lies beside a source is found from there, not from the bundle. */
function keepPlaces({ onLoad }) {
  onLoad({ filter: /\.ts$/ }, async ({ path }) => {
    const own = JSON.stringify(pathToFileURL(path).href)
    const contents = (await readFile(path, 'utf8')).replaceAll('import.meta.url', own)
    return { contents, loader: 'ts', resolveDir: dirname(path) }
  })
}

async function removeOld(folder, but) {
  const found = (await readdir(folder)).map(name => join(folder, name)).filter(path => path !== but)
  const byAge = found.flatMap(path => {
    const at = statSync(path, { throwIfNoEntry: false })?.mtimeMs
    return at === undefined ? [] : [{ path, at }]
  })
  byAge.sort((one, other) => other.at - one.at)
  for (const { path } of byAge.slice(keptBundles)) await rm(path, { recursive: true, force: true })
}
