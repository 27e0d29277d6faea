/** A window that nobody sees draws nothing. */
const mostMs = 150

/** What the next card does not need itself waits until it is on the screen: it takes the same processor. */
export const cardShown = (): Promise<unknown> =>
  Promise.race([
    new Promise(resolve => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    new Promise(resolve => setTimeout(resolve, mostMs)),
  ])
