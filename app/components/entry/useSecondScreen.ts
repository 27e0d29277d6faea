import type { Box } from '~~/core/model/zone'

/** What a card shows, for a window on another screen that shows its page. */
export interface Shown {
  document: number
  pageAt: number
  field: string | null
  mark: Box | null
}

/** What the two windows tell each other; both are one person's, in one browser. */
type Told =
  | { what: 'shown'; shown: Shown }
  | { what: 'closed'; document: number }
  | { what: 'opened' }
  | { what: 'turn'; document: number; pageAt: number }
  | { what: 'fill'; document: number; text: string; add: boolean }

const channelName = 'rubricator page'
const windowName = 'rubricator-page'

/** Opens the window that shows the page, or brings it forward. */
export const openSecondScreen = () => window.open('/page', windowName, 'popup,width=900,height=1100')?.focus()

/** The card's end: tells what it shows, and does what is done over there. */
export function useSecondScreen(
  shown: () => Shown,
  { turn, fill }: { turn: (pageAt: number) => void; fill: (text: string, add: boolean) => void },
) {
  const channel = new BroadcastChannel(channelName)
  const tell = (told: Told) => channel.postMessage(told)
  const say = () => tell({ what: 'shown', shown: JSON.parse(JSON.stringify(shown())) as Shown })
  channel.onmessage = ({ data }: MessageEvent<Told>) => {
    if (data.what === 'opened') say()
    else if (data.what === 'turn' && data.document === shown().document) turn(data.pageAt)
    else if (data.what === 'fill' && data.document === shown().document) fill(data.text, data.add)
  }
  watch(shown, say, { deep: true, immediate: true })
  const close = () => tell({ what: 'closed', document: shown().document })
  // Also where the window is closed, or goes elsewhere.
  useEventListener('pagehide', close)
  onScopeDispose(() => {
    close()
    channel.close()
  })
}

/** The window's end: what the card shows, null while none is open. */
export function useShownElsewhere() {
  const shown = ref<Shown | null>(null)
  const channel = new BroadcastChannel(channelName)
  const tell = (told: Told) => channel.postMessage(told)
  channel.onmessage = ({ data }: MessageEvent<Told>) => {
    if (data.what === 'shown') shown.value = data.shown
    // The next card may have spoken already.
    else if (data.what === 'closed' && data.document === shown.value?.document) shown.value = null
  }
  onMounted(() => tell({ what: 'opened' }))
  onScopeDispose(() => channel.close())
  const of = (document: number) => ({
    turn: (pageAt: number) => tell({ what: 'turn', document, pageAt }),
    fill: (text: string, add: boolean) => tell({ what: 'fill', document, text, add }),
  })
  return { shown, of }
}
