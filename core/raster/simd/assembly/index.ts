// AssemblyScript: passes over pixels, sixteen or eight at a time (WebAssembly SIMD). `npm run simd` compiles them.
// Pointers are places in the module's memory; whoever calls leaves 64 bytes free behind each thing that lies there.

export { means, maxima, statistics } from './blocks'
export { addEdges, countSteps, rowSteps } from './edges'
export { group4 } from './group4'
export { connect, lowerEdges, measure, profile, runs } from './ink'
export { below, blackOnWhite, inkOf, lumaOf } from './levels'
export { smooth, spread } from './neighbours'
export { countAway, darker, stretch } from './surface'
export { turn, turnNearest } from './turned'
