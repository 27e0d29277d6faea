import { build } from './build'

// `npm run build`: what is served, made beforehand, as for an image.
await build(words => console.log(`  ${words}`))
