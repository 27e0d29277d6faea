#!/usr/bin/env node
import { bundle } from './bundle.mjs'

const bundled = await bundle()
if (!bundled) (await import('tsx/esm/api')).register()
const { main } = await import(bundled ? `${bundled}/cli/main.js` : './main.ts')
process.exitCode = await main(process.argv.slice(2))
