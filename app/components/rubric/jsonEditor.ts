import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete'
import { json } from '@codemirror/lang-json'
import { linter, lintGutter } from '@codemirror/lint'
import { EditorState } from '@codemirror/state'
import { EditorView, hoverTooltip } from '@codemirror/view'
import { basicSetup } from 'codemirror'
import { offeredAt, wordsAt } from './jsonHelp'
import { faultsIn } from './placeInText'

function complete(context: CompletionContext): CompletionResult | null {
  const offered = offeredAt(context.state.doc.toString(), context.pos)
  if (!offered?.options.length || (!context.explicit && offered.from === offered.to)) return null
  return { from: offered.from, to: offered.to, options: offered.options.map(label => ({ label })) }
}

const faults = linter(view =>
  faultsIn(view.state.doc.toString()).map(({ from, to, found, expected }) => ({
    from,
    to: Math.min(view.state.doc.length, Math.max(to, from)),
    severity: 'error' as const,
    message: `Found ${found}, expected ${expected}.`,
  })),
)

const hover = hoverTooltip((view, place) => {
  const found = wordsAt(view.state.doc.toString(), place)
  if (!found) return null
  return {
    pos: found.from,
    end: found.to,
    create: () => {
      const dom = document.createElement('div')
      dom.textContent = found.words
      return { dom }
    },
  }
})

/** Colours and letters of the house. */
const theme = EditorView.theme({
  '&': { height: '100%', backgroundColor: '#fff', color: '#221d18', fontSize: '15px' },
  '&.cm-focused': { outline: 'none' },
  '.cm-content, .cm-gutters': { fontFamily: '"IBM Plex Mono", monospace', lineHeight: '1.6' },
  '.cm-gutters': { backgroundColor: '#f5efe2', color: '#635a4f', borderRight: '1px solid #d8cdb8' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: '#fdfaf2' },
  '.cm-tooltip': { backgroundColor: '#fdfaf2', border: '1px solid #d8cdb8', padding: '2px 8px', maxWidth: '34rem' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: '#27468c' },
})

export interface JsonEditor {
  /** Puts another text in the place of the one that is there. */
  set: (text: string) => void
  /** Chooses a part of the text and shows it. */
  select: (from: number, to: number) => void
  end: () => void
}

/** An editor of a rubric's text inside an element: what may stand there is offered and told, what is wrong is marked. */
export function openEditor(element: HTMLElement, text: string, label: string, onChange: (text: string) => void): JsonEditor {
  const view = new EditorView({
    parent: element,
    state: EditorState.create({
      doc: text,
      extensions: [
        basicSetup,
        json(),
        lintGutter(),
        faults,
        hover,
        autocompletion({ override: [complete] }),
        theme,
        EditorView.contentAttributes.of({ 'aria-label': label, 'aria-describedby': 'faults', tabindex: '0' }),
        EditorView.updateListener.of(update => update.docChanged && onChange(update.state.doc.toString())),
      ],
    }),
  })
  return {
    set(now) {
      if (now !== view.state.doc.toString()) view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: now } })
    },
    select(from, to) {
      view.dispatch({ selection: { anchor: from, head: to }, effects: EditorView.scrollIntoView(from, { y: 'center' }) })
      view.focus()
    },
    end: () => view.destroy(),
  }
}
