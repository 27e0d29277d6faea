import type { WatchedFolderView } from '../../shared/views/setUp'
import type { Sql, Tx } from '../database'

export interface WatchedFolder {
  id: string
  path: string
  subfolders: boolean
  rubric_id: string
  after: 'remove' | 'move'
  owner: string
  owner_name: string
}

/** Folders that are looked into now. */
export function foldersToWatch(sql: Sql): Promise<WatchedFolder[]> {
  return sql<WatchedFolder[]>`
    select watched_folders.id, path, subfolders, rubric_id, after, owner, people.name as owner_name
    from watched_folders
    join people on people.id = owner
    where not paused and removed_at is null
    order by path`
}

export function listWatchedFolders(sql: Sql): Promise<WatchedFolderView[]> {
  return sql<WatchedFolderView[]>`
    select watched_folders.id, path, subfolders, rubrics.name as rubric, after, paused, trouble, people.name as owner,
      (select count(*)::int from watched_files where folder_id = watched_folders.id and trouble is null) as taken,
      (select coalesce(jsonb_agg(jsonb_build_object('path', apart.path, 'trouble', apart.trouble)), '[]')
        from (select path, trouble from watched_files where folder_id = watched_folders.id and trouble is not null order by id desc
          limit 5) as apart) as apart
    from watched_folders
    join rubrics on rubrics.id = rubric_id
    join people on people.id = owner
    where removed_at is null
    order by path`
}

/** Adds a folder to watch; false where it is watched already. */
export async function addWatchedFolder(
  sql: Sql,
  folder: { path: string; subfolders: boolean; rubric: string; after: 'remove' | 'move'; owner: string },
): Promise<boolean> {
  const added = await sql`
    insert into watched_folders (path, subfolders, rubric_id, after, owner)
    values (${folder.path}, ${folder.subfolders}, ${folder.rubric}, ${folder.after}, ${folder.owner})
    on conflict (path) do update set subfolders = excluded.subfolders, rubric_id = excluded.rubric_id, after = excluded.after,
      owner = excluded.owner, paused = false, trouble = null, removed_at = null
    where watched_folders.removed_at is not null
    returning id`
  return added.length > 0
}

export async function pauseWatchedFolder(sql: Sql, id: string, paused: boolean): Promise<boolean> {
  return (await sql`update watched_folders set paused = ${paused} where id = ${id} returning id`).length > 0
}

/** Has a folder watched no more; what was taken from it stays known. False where there is none. */
export async function removeWatchedFolder(sql: Sql, id: string): Promise<boolean> {
  return (await sql`update watched_folders set removed_at = now() where id = ${id} and removed_at is null returning id`).length > 0
}

/** Notes what is wrong with a folder; null where nothing is. Writes nothing where that is known: it is looked into every few seconds. */
export async function folderLookedInto(sql: Sql, id: string, trouble: string | null): Promise<void> {
  await sql`update watched_folders set trouble = ${trouble} where id = ${id} and trouble is distinct from ${trouble}`
}

export interface SeenFile {
  id: number
  there: boolean
  trouble: string | null
}

/** Whether this version of a file was seen before. */
export async function seenFile(sql: Sql, folder: string, path: string, version: string): Promise<SeenFile | null> {
  const [row] = await sql<
    SeenFile[]
  >`select id, there, trouble from watched_files where folder_id = ${folder} and path = ${path} and version = ${version}`
  return row ?? null
}

/** Notes that a file was taken into a batch, or set apart with a reason. */
export async function noteFile(
  tx: Tx,
  file: { folder: string; path: string; version: string; sha256: string | null; batch: number | null; trouble: string | null },
): Promise<number> {
  const [row] = await tx<{ id: number }[]>`
    insert into watched_files (folder_id, path, version, sha256, batch_id, trouble)
    values (${file.folder}, ${file.path}, ${file.version}, ${file.sha256}, ${file.batch}, ${file.trouble})
    returning id`
  return row!.id
}

/** Notes that a file is no longer in the folder. */
export async function fileGone(sql: Sql, id: number): Promise<void> {
  await sql`update watched_files set there = false where id = ${id}`
}
