import type { SignIn } from './dataFolder'

/** How tests and tools find a running copy: run.json in the data folder. */
export interface RunFile {
  app: string
  standins: Record<string, string>
  folders: Record<string, string>
  /** Its database, for the command line and for tests. */
  database: string
  signIns: Omit<SignIn, 'token'>[]
  /** What other programs call, and a token for each of the demo's people. */
  api: { base: string; tokens: Record<string, string> }
}
