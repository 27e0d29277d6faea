import type { Vessel } from '../paper/world'
import type { Change } from './changes'

/** What was attached to a vessel. */
export interface Attached {
  id: string
  name: string
  mediaType: string
  bytes: number
  sha256: string
  values: Record<string, unknown>
}

const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)

/** The register's own page: every vessel and what was attached to it. */
export function registerPage(rows: { vessel: Vessel & Change; documents: Attached[] }[], open: boolean, more: string): string {
  const list = rows
    .map(({ vessel, documents }) => {
      const attached = documents.map(one => `${escaped(one.name)} (${one.bytes} bytes)`).join('<br>') || '–'
      const cells = [vessel.hull, escaped(vessel.name), escaped(vessel.owner), vessel.registered, vessel.lastLanding ?? '–', attached]
      return `<tr>${cells.map(cell => `<td>${cell}</td>`).join('')}</tr>`
    })
    .join('')
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Vessel register</title>
<style>
  body { font: 16px/1.5 system-ui, sans-serif; max-width: 64rem; margin: 3rem auto; padding: 0 1.5rem; background: #eef0ef; color: #1d2321 }
  h1 { font-size: 1.5rem } table { border-collapse: collapse; width: 100% } td,
    th { text-align: left; padding: .3rem .8rem .3rem 0; border-bottom: 1px solid #b9c0bd; vertical-align: top }
  button { font: inherit; padding: .6rem 1.2rem; min-height: 44px; background: #24463c; color: #fff; border: 0; border-radius: 3px }
</style>
<h1>Saltmere vessel register</h1>
<p>A simulated register for the demo; its API is described in <a href="openapi.json">openapi.json</a>. It is
  ${open ? 'open' : 'closed and refuses everything'}.</p>
<form method="post" action="door"><input type="hidden" name="open"
  value="${String(!open)}"><button>${open ? 'Close the register' : 'Open the register'}</button></form>${more}
<table><thead><tr><th>Hull number</th><th>Vessel</th><th>Owner</th><th>Registered</th><th>Last landing</th><th>Documents</th></tr></thead>
<tbody>${list}</tbody></table></html>`
}
