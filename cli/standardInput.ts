import { createWriteStream } from 'node:fs'
import { pipeline } from 'node:stream/promises'
import { text } from 'node:stream/consumers'

/** How standard input is written where a file is asked for. */
export const standardInput = '-'

/** All of standard input as a file, for tools that need one. */
export async function standardInputAs(path: string): Promise<string> {
  await pipeline(process.stdin, createWriteStream(path))
  return path
}

export const standardInputText = (): Promise<string> => text(process.stdin)
