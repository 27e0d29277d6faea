/** Whether an absolute path is a folder, or lies in it; both without `..` and links. */
export const isWithin = (path: string, folder: string): boolean =>
  path === folder || path.startsWith(folder.endsWith('/') ? folder : `${folder}/`)
