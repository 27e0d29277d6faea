import { randomUUID } from 'node:crypto'

export interface Kept {
  id: string
  parent: string | null
  name: string
  folder: boolean
  properties: Record<string, string>
  content: Buffer
  mediaType: string
  /** Versions before this one, the oldest first. */
  earlier: Buffer[]
  /** The working copy, while it is checked out. */
  working: string | null
  changed: number
}

/** Something that the protocol has a word for. */
export class CmisFault extends Error {
  constructor(
    readonly status: number,
    readonly exception: string,
    message: string,
  ) {
    super(message)
  }
}

const knownTypes: Record<string, readonly string[]> = {
  'cmis:document': [],
  'harbour:permit': ['harbour:permitNumber', 'harbour:issued', 'harbour:vessel'],
}

/** What a document management system keeps: folders and documents with versions. */
export class Repository {
  readonly root: Kept = this.made('', null, true)
  readonly all = new Map<string, Kept>([[this.root.id, this.root]])

  private made(name: string, parent: string | null, folder: boolean): Kept {
    return {
      id: randomUUID(),
      parent,
      name,
      folder,
      properties: {},
      content: Buffer.alloc(0),
      mediaType: 'application/octet-stream',
      earlier: [],
      working: null,
      changed: Date.now(),
    }
  }

  children({ id }: Kept): Kept[] {
    return [...this.all.values()].filter(one => one.parent === id).sort((a, b) => a.name.localeCompare(b.name))
  }

  /** @throws {CmisFault} objectNotFound */
  at(path: readonly string[]): Kept {
    let here = this.root
    for (const name of path) {
      const next = this.children(here).find(one => one.name === name)
      if (!next) throw new CmisFault(404, 'objectNotFound', `There is no “${name}”.`)
      here = next
    }
    return here
  }

  pathOf(one: Kept): string {
    const above = one.parent === null ? null : this.all.get(one.parent)
    return above ? `${this.pathOf(above)}/${one.name}` : ''
  }

  add(parent: Kept, properties: Record<string, string>, folder: boolean, content: Buffer, mediaType: string): Kept {
    const name = properties['cmis:name'] ?? ''
    const type = properties['cmis:objectTypeId'] ?? ''
    if (!name || name.includes('/')) throw new CmisFault(400, 'invalidArgument', 'A name is missing, or has a slash in it.')
    if (!folder) this.checkProperties(type, properties)
    if (this.children(parent).some(one => one.name === name))
      throw new CmisFault(409, 'nameConstraintViolation', `“${name}” is there already.`)
    const one = { ...this.made(name, parent.id, folder), properties, content, mediaType }
    this.all.set(one.id, one)
    return one
  }

  private checkProperties(type: string, properties: Record<string, string>): void {
    const known = knownTypes[type]
    if (!known) throw new CmisFault(400, 'invalidArgument', `There is no type “${type}”.`)
    const strange = Object.keys(properties).find(id => !id.startsWith('cmis:') && !known.includes(id))
    if (strange) throw new CmisFault(409, 'constraint', `The type “${type}” has no property “${strange}”.`)
  }

  checkOut(one: Kept): string {
    if (one.working) throw new CmisFault(409, 'versioning', 'It is checked out.')
    return (one.working = `${one.id};working`)
  }

  checkIn(one: Kept, working: string, properties: Record<string, string>, content: Buffer): Kept {
    if (one.working !== working) throw new CmisFault(409, 'versioning', 'This is no working copy of it.')
    this.checkProperties(one.properties['cmis:objectTypeId'] ?? '', properties)
    one.earlier.push(one.content)
    Object.assign(one, { content, properties: { ...one.properties, ...properties }, working: null, changed: Date.now() })
    return one
  }
}
