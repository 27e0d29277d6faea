import { fileURLToPath } from 'node:url'

/** Where a copy keeps its data: named, or in the checkout, whatever folder one works in. */
export const dataFolder = (): string => process.env.RUBRICATOR_DATA ?? fileURLToPath(new URL('../.data', import.meta.url))
