import { mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Vessel } from '../paper/world'

/** What other programs changed of a vessel. */
export interface Change {
  mail?: string
  berth?: string
  lastLanding?: string
}

const kinds: Record<string, RegExp> = { mail: /^[^@\s]+@[^@\s]+$/, berth: /^.{1,40}$/, lastLanding: /^\d{4}-\d{2}-\d{2}$/ }

/** Changes by vessel, kept in a file of their own. */
export class Changes {
  private kept: Record<string, Change> | null = null
  constructor(private readonly folder: string) {}

  private async all(): Promise<Record<string, Change>> {
    this.kept ??= await readFile(join(this.folder, 'changes.json'), 'utf8').then(
      text => JSON.parse(text) as Record<string, Change>,
      () => ({}),
    )
    return this.kept
  }

  async of(vessel: Vessel): Promise<Vessel & Change> {
    return { ...vessel, ...(await this.all())[vessel.id] }
  }

  /** Changes what is given. @returns what is wrong with it, in words; null where it was done */
  async make(vessel: string, text: string): Promise<string | null> {
    let given: unknown
    try {
      given = JSON.parse(text)
    } catch {
      return 'That is no JSON.'
    }
    for (const [key, value] of Object.entries(given as object))
      if (!kinds[key]) return `A vessel's ${key} is not changed by others.`
      else if (typeof value !== 'string' || !kinds[key].test(value)) return `"${String(value)}" is no ${key}.`
    const all = await this.all()
    all[vessel] = { ...all[vessel], ...(given as Change) }
    await mkdir(this.folder, { recursive: true })
    await writeFile(join(this.folder, 'changes.json.part'), JSON.stringify(all))
    await rename(join(this.folder, 'changes.json.part'), join(this.folder, 'changes.json'))
    return null
  }
}
