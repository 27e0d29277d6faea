import { spawn } from 'node:child_process'

export interface Ended {
  code: number
  output: string
  errors: string
}

/** Runs a program to its end. @param cwd the folder one works in; the checkout where nothing is said */
export function command(program: string, args: string[], env: Record<string, string> = {}, cwd?: string): Promise<Ended> {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { env: { ...process.env, ...env }, cwd })
    let output = ''
    let errors = ''
    child.stdout.on('data', (chunk: Buffer) => (output += chunk.toString()))
    child.stderr.on('data', (chunk: Buffer) => (errors += chunk.toString()))
    child.on('error', reject)
    child.on('close', code => resolve({ code: code ?? -1, output, errors }))
  })
}

export const rubricator = (...args: string[]) => command(process.execPath, ['cli/rubricator.mjs', ...args])
export const paper = (...args: string[]) => command(process.execPath, ['--import', 'tsx', 'standins/paper/main.ts', ...args])
