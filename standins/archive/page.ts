import type { Repository } from './repository'

/** A document that came by the signed call. */
export interface Called {
  id: string
  at: Date
  index: Record<string, unknown>
  files: { name: string; bytes: number }[]
}

const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)

/** What arrived, and what goes wrong. */
export function archivePage(repository: Repository, called: ReadonlyMap<string, Called>, switches: string): string {
  const documents = [...repository.all.values()].filter(one => !one.folder)
  const row = (...cells: string[]) => `<tr>${cells.map(cell => `<td>${escaped(cell)}</td>`).join('')}</tr>`
  const rows = documents.map(one => {
    const properties = Object.entries(one.properties).filter(([id]) => !id.startsWith('cmis:'))
    return row(
      repository.pathOf(one),
      `version ${one.earlier.length + 1}`,
      `${one.content.length} bytes`,
      properties.map(([id, value]) => `${id}: ${value}`).join(', '),
    )
  })
  const calls = [...called.values()].map(call => row(call.id, call.files.map(file => `${file.name}, ${file.bytes} bytes`).join('; ')))
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Archive</title>
<style>body { font: 16px/1.5 system-ui, sans-serif; max-width: 60rem; margin: 3rem auto; padding: 0 1.5rem; background: #eef0ef;
  color: #1d2321 } h1 { font-size: 1.5rem } h2 { font-size: 1.1rem; margin-top: 2rem }
  select, button { font: inherit; padding: .3rem .6rem }
  table { border-collapse: collapse; width: 100% } td { padding: .3rem .8rem .3rem 0; border-bottom: 1px solid #b9c0bd }</style>
<h1>Saltmere archive</h1><p>A simulated document management system (CMIS under /cmis) and a program that takes calls (/hook).</p>
${switches}
<h2>Documents</h2>${rows.length ? `<table>${rows.join('')}</table>` : '<p>None yet.</p>'}
<h2>Calls</h2>${calls.length ? `<table>${calls.join('')}</table>` : '<p>None yet.</p>'}</html>`
}
