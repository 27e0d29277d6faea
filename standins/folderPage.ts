import { readdir, stat } from 'node:fs/promises'
import { join, relative } from 'node:path'

const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)

/**
 * A page that shows what lies in folders.
 * @param named what is shown of a path; null for what is the server's own
 * @param more what stands above them, as HTML
 */
export async function folderPage(
  title: string,
  words: string,
  folders: readonly { name: string; path: string }[],
  named: (path: string) => string | null = path => path,
  more = '',
): Promise<string> {
  const lists = await Promise.all(
    folders.map(async folder => {
      const found = (await readdir(folder.path, { recursive: true, withFileTypes: true })).filter(entry => entry.isFile())
      const rows = await Promise.all(
        found.map(async entry => {
          const path = join(entry.parentPath, entry.name)
          return { path: named(relative(folder.path, path)), bytes: (await stat(path)).size }
        }),
      )
      const list = rows
        .flatMap(({ path, bytes }) => (path === null ? [] : [{ path, bytes }]))
        .sort((a, b) => a.path.localeCompare(b.path))
        .map(row => `<tr><td>${escaped(row.path)}</td><td>${row.bytes} bytes</td></tr>`)
        .join('')
      const head = folders.length > 1 ? `<h2>${escaped(folder.name)}</h2>` : ''
      return head + (list ? `<table>${list}</table>` : '<p>Nothing is filed here yet.</p>')
    }),
  )
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(title)}</title>
<style>body { font: 16px/1.5 system-ui, sans-serif; max-width: 52rem; margin: 3rem auto; padding: 0 1.5rem; background: #eef0ef;
  color: #1d2321 } h1 { font-size: 1.5rem } h2 { font-size: 1.1rem; margin-top: 2rem }
  select, button { font: inherit; padding: .3rem .6rem }
  table { border-collapse: collapse; width: 100% } td { padding: .3rem .8rem .3rem 0; border-bottom: 1px solid #b9c0bd }</style>
<h1>${escaped(title)}</h1><p>${escaped(words)}</p>${more}
${lists.join('')}</html>`
}
