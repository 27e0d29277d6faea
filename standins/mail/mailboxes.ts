import { mkdir, readdir, readFile, rename, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import PostalMime, { type Email } from 'postal-mime'

/** A mail that arrived: its file's name and what it says. */
export interface Arrived {
  file: string
  email: Email
}

/** Mailboxes in a folder: a folder for each address, a file for each mail. */
export class Mailboxes {
  constructor(private readonly folder: string) {}

  /** Puts a mail into each mailbox once: one with a Message-ID that is there already is the same mail. */
  async put(addresses: readonly string[], bytes: Buffer): Promise<void> {
    const { messageId } = await PostalMime.parse(bytes)
    for (const address of addresses) {
      const box = join(this.folder, address.toLowerCase().replace(/[^a-z0-9@._-]/g, '_'))
      await mkdir(box, { recursive: true })
      if ((await this.mails(address)).some(one => one.email.messageId === messageId)) continue
      const name = `${String(Date.now())}-${String((await readdir(box)).length)}.eml`
      await writeFile(join(box, `.${name}`), bytes)
      await rename(join(box, `.${name}`), join(box, name))
    }
  }

  async addresses(): Promise<string[]> {
    return (await readdir(this.folder).catch(() => [])).sort()
  }

  /** Newest first. */
  async mails(address: string): Promise<Arrived[]> {
    const box = join(this.folder, address.toLowerCase().replace(/[^a-z0-9@._-]/g, '_'))
    const files = (await readdir(box).catch(() => []))
      .filter(name => !name.startsWith('.'))
      .sort()
      .reverse()
    return Promise.all(files.map(async file => ({ file, email: await PostalMime.parse(await readFile(join(box, file))) })))
  }
}
