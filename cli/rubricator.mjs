#!/usr/bin/env -S node --max-semi-space-size=2
import { setFlagsFromString } from 'node:v8'
import { bundle } from './bundle.mjs'

// What it holds is little, however long a document is: it is collected before more is taken from the system.
setFlagsFromString('--heap-growing-percent=10')

const bundled = await bundle()
if (!bundled) (await import('tsx/esm/api')).register()
const { main } = await import(bundled ? `${bundled}/cli/main.js` : './main.ts')
process.exitCode = await main(process.argv.slice(2))
