import { switchForm } from '../faultyPort'
import type { Printer } from './printer'

const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)

/** The output tray: what was printed, the newest on top. */
export function printerPage(name: string, { tray, jammed, trouble }: Printer): string {
  const jobs = [...tray]
    .reverse()
    .map(
      job =>
        `<li><a href="tray/${job.id}.pdf"><img src="tray/${job.id}.png" alt="Its first page" width="150"></a>` +
        `<p><b>${escaped(job.name)}</b><br>` +
        `${job.copies} × ${escaped(job.sides)}, ${escaped(job.colour)}, from ${escaped(job.user)}</p>` +
        `<form method="post" action="tray/${job.id}/feeder"><button>Lay it in the feeder</button></form></li>`,
    )
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(name)}: output tray</title>
<style>body { font: 17px/1.5 system-ui, sans-serif; max-width: 44rem; margin: 3rem auto; padding: 0 1.5rem; background: #eef0ef;
  color: #1d2321 } h1 { font-size: 1.5rem } ul { list-style: none; padding: 0; display: grid; gap: 1.5rem;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr)) } img { border: 1px solid #b9c0bd; background: #fff } p { margin: .3rem 0 }
  button { font: inherit; padding: .5rem 1rem } select { font: inherit; padding: .4rem }</style>
<h1>${escaped(name)}: output tray</h1>
<form method="post" action="tray/jam"><button>${jammed ? 'Free the sheet that sticks' : 'Let a sheet stick'}</button></form>
${switchForm([trouble], 'tray/switch')}
${jobs.length ? `<ul>${jobs.join('')}</ul>` : '<p>Nothing was printed yet.</p>'}</html>`
}
