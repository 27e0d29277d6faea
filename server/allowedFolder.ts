import { realpath, stat } from 'node:fs/promises'
import { isWithin } from '../core/name/within'
import { refuse } from './route'

/** The machine's own, in which nobody's paper lies (Filesystem Hierarchy Standard 3.0). */
const systemFolders = ['/bin', '/boot', '/dev', '/etc', '/lib', '/lib64', '/proc', '/sbin', '/sys', '/usr']

/**
 * A folder that a steward typed, as it truly is; 422 where there is none, where it is the product's own data or holds it
 * (files would be filed into it, or taken out of it), where it is the machine's, or where the settings allow no such place.
 */
export async function allowedFolder(path: string, env: NodeJS.ProcessEnv = process.env): Promise<string> {
  const there = await stat(path).catch(() => null)
  if (!there?.isDirectory())
    throw refuse(
      422,
      `There is no folder ${path} on the machine where Rubricator runs. Mount the share or make the folder there, then try again.`,
    )
  const real = await realpath(path)
  const ours = await realpaths([env.RUBRICATOR_DATA, env.RUBRICATOR_BLOBS])
  if (ours.some(own => isWithin(real, own) || isWithin(own, real)))
    throw refuse(422, `${path} is Rubricator's own data, or holds it. Choose a folder apart from it.`)
  if (systemFolders.some(folder => isWithin(real, folder)))
    throw refuse(422, `${path} is a folder of the machine itself. Choose one that is meant for files, such as one below /srv.`)
  const roots = await realpaths(env.RUBRICATOR_FOLDERS?.split(':') ?? [])
  if (env.RUBRICATOR_FOLDERS !== undefined && !roots.some(root => isWithin(real, root)))
    throw refuse(422, `${path} lies outside the folders that this office allows (${env.RUBRICATOR_FOLDERS}). Choose one within them.`)
  return real
}

/** Those that are folders of this machine; an object store's address is none. */
async function realpaths(paths: readonly (string | undefined)[]): Promise<string[]> {
  const folders = paths.filter(path => path?.startsWith('/') === true).map(String)
  const found = await Promise.all(folders.map(path => realpath(path).catch(() => null)))
  return found.filter(path => path !== null)
}
