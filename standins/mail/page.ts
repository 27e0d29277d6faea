import type { Arrived } from './mailboxes'

const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)

function attachments(address: string, file: string, email: Arrived['email']): string[] {
  const from = `attachment?box=${encodeURIComponent(address)}&amp;mail=${encodeURIComponent(file)}`
  return email.attachments.map((one, at) => `<a href="${from}&amp;at=${at}">${escaped(one.filename ?? 'attachment')}</a>`)
}

/** The mailboxes' own page: who has mail, and what it says. */
export function mailPage(boxes: { address: string; mails: Arrived[] }[], more: string): string {
  const mail = (address: string, { file, email }: Arrived) => `<article><h3>${escaped(email.subject ?? '(no subject)')}</h3>
    <p><small>from ${escaped(email.from?.address ?? '?')}, ${escaped(email.date ?? '')}</small></p><pre>${escaped(email.text ?? '')}</pre>
    <p>${attachments(address, file, email).join(' · ') || 'Nothing attached.'}</p></article>`
  const list = boxes
    .map(({ address, mails }) => `<section><h2>${escaped(address)}</h2>${mails.map(one => mail(address, one)).join('')}</section>`)
    .join('')
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Mailboxes</title>
<style>
  body { font: 16px/1.5 system-ui, sans-serif; max-width: 52rem; margin: 3rem auto; padding: 0 1.5rem; background: #eef0ef; color: #1d2321 }
  h1 { font-size: 1.5rem } h2 { font-size: 1.1rem; margin-top: 2rem; border-bottom: 1px solid #b9c0bd } article { background: #fff;
    padding: .6rem 1.2rem; margin: .8rem 0 } h3 { margin: .3rem 0; font-size: 1rem }
  pre { white-space: pre-wrap; font: inherit } a { color: #24463c }
</style>
<h1>Saltmere mailboxes</h1>
<p>A simulated mail server for the demo: whatever is sent through it lands here and goes nowhere else.</p>${more}
${list || '<p>No mail has arrived yet.</p>'}</html>`
}
