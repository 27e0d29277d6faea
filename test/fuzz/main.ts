import { fuzzDecoders } from './decoders'

// Spoilt files for every decoder: `npm run fuzz -- 600 3` for ten minutes with seed 3.

const [seconds, seed] = [Number(process.argv[2] ?? 60), Number(process.argv[3] ?? 1)]
const { files, examined, unreadable, failed } = await fuzzDecoders(seed, seconds)
console.log(`${files} spoilt files: ${examined} examined, ${unreadable} refused in words, ${failed.length} neither`)
for (const one of failed) console.log(`  ${one}`)
process.exitCode = failed.length ? 1 : 0
