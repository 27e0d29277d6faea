import { mooringPermits } from './mooringPermits'
import type { Stack } from './stack'

const makers: Record<string, (seed: number) => Stack> = {
  'mooring-permits': mooringPermits,
}

export const stackIds = Object.keys(makers)

/** @throws {Error} where there is no such stack */
export function makeStack(id: string, seed: number): Stack {
  const maker = makers[id]
  if (!maker) throw new Error(`There is no stack "${id}"; there are ${stackIds.join(', ')}.`)
  return maker(seed)
}
