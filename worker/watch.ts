import { randomUUID } from 'node:crypto'
import { mkdir, open, readdir, rename, rm, stat, writeFile } from 'node:fs/promises'
import { basename, dirname, join, relative } from 'node:path'
import { worker } from '../core/model/actor'
import { localIso } from '../core/fields/dates'
import { mostFileBytes } from '../core/rubric/limits'
import { batchName } from '../core/name/batchName'
import { numberedName } from '../core/name/template'
import { looksWhole, sniff } from '../engine/sniff'
import { waitingByRubric } from '../store/batches/strain'
import { addBatch, addFileTo } from '../flow/start'
import { fileGone, folderLookedInto, foldersToWatch, noteFile, seenFile, type WatchedFolder } from '../store/setup/watchedFolders'
import { findOffice } from '../store/setup/office'
import { findRubric, newestRubric } from '../store/setup/rubrics'
import type { Work } from './context'

/** Of the advisory locks that folders are looked into under; the workers' own are others. */
const lockSpace = 7207
// A file is complete when it has not changed for so long, and not between two looks.
const calmSeconds = 4
// One without its end may still be under way on a slow line; after so long it is set apart or taken as it is.
const cutOffSeconds = 120
const tailBytes = 1024
const takenName = 'taken'
const apartName = 'set apart'

/** Looks into watched folders: one worker at a time for each folder. */
export class FolderWatch {
  /** Size and time of each file at the last look. */
  private readonly seen = new Map<string, string>()
  private looking = false

  constructor(private readonly work: Work) {}

  async look(): Promise<void> {
    if (this.looking) return
    this.looking = true
    try {
      for (const folder of await foldersToWatch(this.work.sql)) await this.lookInto(folder)
    } finally {
      this.looking = false
    }
  }

  private async lookInto(folder: WatchedFolder): Promise<void> {
    const { sql } = this.work
    // Held while the look lasts; what is taken is committed by transactions of its own.
    await sql.begin(async tx => {
      const [row] = await tx<{ mine: boolean }[]>`select pg_try_advisory_xact_lock(${lockSpace}, hashtext(${folder.id})) as mine`
      if (!row?.mine) return
      try {
        await this.takeAll(folder)
        await folderLookedInto(sql, folder.id, null)
      } catch (error) {
        await folderLookedInto(
          sql,
          folder.id,
          `The folder cannot be looked into (${(error as Error).message}). Check that it is there, mounted, and ours to change.`,
        )
      }
    })
  }

  private async takeAll(folder: WatchedFolder): Promise<void> {
    const own = [takenName, apartName].map(name => join(folder.path, name))
    const entries = await readdir(folder.path, { recursive: folder.subfolders, withFileTypes: true })
    const files = entries.filter(
      entry =>
        entry.isFile() &&
        !entry.name.startsWith('.') &&
        !own.some(path => entry.parentPath === path || entry.parentPath.startsWith(`${path}/`)),
    )
    const failed: string[] = []
    for (const path of files.map(entry => join(entry.parentPath, entry.name)).sort((a, b) => a.localeCompare(b, 'en', { numeric: true })))
      // One that cannot be taken in holds up none of those behind it.
      await this.takeCalm(folder, path).catch((error: unknown) => failed.push(`${relative(folder.path, path)}: ${String(error)}`))
    if (failed[0]) throw new Error(failed[0])
  }

  /** Takes a file in that has come to rest. */
  private async takeCalm(folder: WatchedFolder, path: string): Promise<void> {
    const found = await stat(path).catch(() => null)
    if (!found) return
    const version = `${found.size}-${Math.round(found.mtimeMs)}`
    const quiet = this.seen.get(path) === version ? (Date.now() - found.mtimeMs) / 1000 : 0
    this.seen.set(path, version)
    if (quiet > cutOffSeconds || (quiet > calmSeconds && (await isWhole(path, found.size)))) await this.take(folder, path, version)
  }

  private async take(folder: WatchedFolder, path: string, version: string): Promise<void> {
    const { sql } = this.work
    const name = relative(folder.path, path)
    const known = await seenFile(sql, folder.id, name, version)
    // Taken before, but not moved away: the worker died in between.
    if (known && !known.there) return
    const noted = known ?? (await this.commit(folder, path, name, version))
    if (noted.trouble !== null) await setApart(folder.path, path, noted.trouble)
    else if (folder.after === 'remove') await rm(path)
    else await moveTo(join(folder.path, takenName, dirname(name)), path)
    await fileGone(sql, noted.id)
    this.seen.delete(path)
  }

  /** The file's bytes, its batch and the note of it: all durable before anything is moved. */
  private async commit(
    folder: WatchedFolder,
    path: string,
    name: string,
    version: string,
  ): Promise<{ id: number; trouble: string | null }> {
    const { sql, queue, blobs } = this.work
    const trouble = await faultOf(path)
    if (trouble) return { id: await noteFile(sql, { folder: folder.id, path: name, version, sha256: null, batch: null, trouble }), trouble }
    const [strained] = await waitingByRubric(sql, folder.rubric_id)
    if (strained?.strain === 'full')
      throw new Error(`the limit of “${strained.name}” is reached: it is taken once some of its batches are done`)
    const blob = await blobs.putFile(path)
    const row = await newestRubric(sql, folder.rubric_id)
    const rubric = row && (await findRubric(sql, row.id, row.version))
    if (!row || !rubric) throw new Error('its rubric is gone')
    const id = await sql.begin(async tx => {
      const batch = await addBatch(tx, worker, {
        name: batchName(rubric.batchName, {
          rubric: row.name,
          person: folder.owner_name,
          from: basename(path),
          when: localIso(new Date(), (await findOffice(sql)).timeZone),
        }),
        rubric: row.id,
        version: row.version,
        owner: folder.owner,
        given: {},
        sends: [],
        choices: {},
      })
      await addFileTo(tx, queue, batch, { upload: randomUUID(), source: name, blob, kind: 'folder' })
      return noteFile(tx, { folder: folder.id, path: name, version, sha256: blob, batch, trouble: null })
    })
    return { id, trouble: null }
  }
}

async function isWhole(path: string, size: number): Promise<boolean> {
  const file = await open(path)
  try {
    const head = await file.read(Buffer.alloc(tailBytes), 0, tailBytes, 0)
    const tail = await file.read(Buffer.alloc(tailBytes), 0, tailBytes, Math.max(0, size - tailBytes))
    return looksWhole(head.buffer.subarray(0, head.bytesRead), tail.buffer.subarray(0, tail.bytesRead), size)
  } finally {
    await file.close()
  }
}

/** Why a file cannot be taken in; null where it can. What is wrong deeper inside it the batch shows. */
async function faultOf(path: string): Promise<string | null> {
  const file = await open(path)
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(1024), 0, 1024, 0)
    if (bytesRead === 0) return 'The file is empty. Scan or export it again.'
    if ((await file.stat()).size > mostFileBytes) return 'The file is larger than the 2 GB that are taken at once. Export it in parts.'
    return sniff(buffer.subarray(0, bytesRead))
      ? null
      : 'The file is none of PDF, TIFF, JPEG, PNG or WebP, whatever its name says. Export it as one of these.'
  } finally {
    await file.close()
  }
}

async function setApart(root: string, path: string, why: string): Promise<void> {
  const moved = await moveTo(join(root, apartName), path)
  await writeFile(`${moved}.reason.txt`, `${why}\n`)
}

/** Moves a file, never over another. */
async function moveTo(folder: string, path: string): Promise<string> {
  await mkdir(folder, { recursive: true })
  for (let number = 1; ; number++) {
    const to = join(folder, numberedName(basename(path), number))
    if (
      await stat(to).then(
        () => true,
        () => false,
      )
    )
      continue
    await rename(path, to)
    return to
  }
}
