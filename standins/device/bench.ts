import sharp from 'sharp'
import { drawnSide } from '../paper/drawn'
import { makeStack, stackIds } from '../paper/stacks'
import type { Fault, Feeder } from './feeder'
import type { Glass } from './glass'

const escaped = (text: string) => text.replace(/[&<>"]/g, letter => `&#${letter.charCodeAt(0)};`)

const badgeForm =
  '<form method="post" action="badge"><label>Badge reader: badge number <input name="badge" autocomplete="off"></label>' +
  '<button class="quiet">Hold the badge to it</button></form>'

const faultWords: Record<Fault, string> = {
  jam: 'A sheet is stuck.',
  'double-feed': 'Two sheets went in at once.',
  'cover-open': 'The cover is open.',
}

/** The bench: a page on which one puts paper on the device. */
export function benchPage(name: string, feeder: Feeder, glass: Glass, busy: boolean, reader: boolean): string {
  const state = feeder.state
  const tray = feeder.fault
    ? `<p><b>${faultWords[feeder.fault]}</b></p><form method="post" ` +
      `action="free"><button>${feeder.fault === 'cover-open' ? 'Close the cover' : 'Open the cover, free the sheet, lay it back'}` +
      '</button></form>'
    : state && state.left > 0
      ? `<p><b>${state.left}</b> of ${state.sheets} sheets of “${escaped(state.title)}” lie in the feeder (printing ` +
        `${state.seed}).</p><img src="top.png" width="248" height="351" alt="The sheet on top">`
      : '<p>The feeder is empty.</p>'
  const onGlass = glass.face
    ? `<p>On the glass: sheet ${glass.face.sheet + 1}, ${glass.face.face}, of “${escaped(glass.face.stack.title)}”.</p>`
    : '<p>Nothing lies on the glass.</p>'
  const options = stackIds.map(id => `<option value="${id}">${escaped(makeStack(id, 1).title)}</option>`).join('')
  return `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${escaped(name)}: bench</title>
<style>
  body { font: 17px/1.5 system-ui, sans-serif; max-width: 44rem; margin: 3rem auto; padding: 0 1.5rem; background: #eef0ef; color: #1d2321 }
  h1 { font-size: 1.5rem; margin: 0 } main { display: grid; grid-template-columns: 1fr 18rem; gap: 2rem; margin-top: 2rem }
  label { display: block; margin-bottom: 1rem } select, input { font: inherit; display: block; width: 100%; padding: .4rem;
    box-sizing: border-box }
  button { font: inherit; padding: .6rem 1.2rem; min-height: 44px; background: #24463c; color: #fff; border: 0; border-radius: 3px;
    cursor: pointer }
  button.quiet { background: none; color: #24463c; border: 1px solid #24463c } img { border: 1px solid #b9c0bd; background: #fff }
  small { color: #4c5552 } section form { margin-top: .8rem }
</style>
<h1>${escaped(name)}</h1>
<small>A simulated device for the demo. ${busy ? 'It is scanning now.' : 'It is idle.'}</small>
<p><a href="tray">The output tray of its printer</a></p>
<p>To try first: press “Put it in the feeder”, then go to Rubricator, sign in as Tamsin, press “Start a scan”, choose “Mooring
permits” and scan. One of its pages has a code that another label covers: Rubricator asks about it. Then let something go wrong here
after ten sheets, and scan again.</p>
<main>
  <form method="post" action="load">
    <label>Paper <select name="stack">${options}</select></label>
    <label>Printing (another number gives other papers) <input name="seed" type="number" min="1" max="999999"
      value="${(state?.seed ?? 0) + 1}"></label>
    <label>So many times over <input name="times" type="number" min="1" max="100" value="1"></label>
    <label>Only these documents of it, as 3,5-6 (empty: all) <input name="documents" pattern="[0-9,\\-]+"></label>
    <label>First sheet <input name="from" type="number" min="1" value="1"></label>
    <label>Something goes wrong after so many sheets (empty: nothing) <input name="jam" type="number" min="0"></label>
    <label>What <select name="fault"><option value="jam">a sheet sticks</option><option value="double-feed">two sheets at
      once</option><option value="cover-open">the cover opens</option></select></label>
    <label>Face, for the glass <select name="face"><option>front</option><option>back</option></select></label>
    <button>Put it in the feeder</button> <button class="quiet" formaction="glass">Lay that sheet on the glass</button>
    ${state ? '<button class="quiet" formaction="clear">Take it out</button>' : ''}
  </form>
  <section aria-live="polite">${tray}${onGlass}
    <form method="post" action="cover"><button class="quiet">Open the cover</button></form>
    <form method="post" action="away"><input type="hidden" name="minutes" value="1"><button class="quiet">Switch it off for a
      minute</button></form>
    <form method="post" action="copying"><input type="hidden" name="seconds" value="30"><button class="quiet">Let somebody copy for
      half a minute</button></form>
    ${reader ? badgeForm : ''}
  </section>
</main></html>`
}

/** A small picture of the sheet on top. */
export async function topSheet(feeder: Feeder): Promise<Buffer | null> {
  const top = feeder.top
  if (!top) return null
  return sharp(await drawnSide(top.stack, top.sheet, 'front', { dpi: 75, colour: 'colour' }))
    .resize({ width: 496 })
    .png()
    .toBuffer()
}
