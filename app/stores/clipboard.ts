/** Pages that were cut or copied, to be put in elsewhere: in the same batch or in another one. */
export interface Clip {
  batch: number
  batchName: string
  pages: number[]
  cut: boolean
}

export const useClipboard = defineStore('clipboard', () => {
  // It outlives a reload of the page, not the tab.
  const clip = useSessionStorage<Clip | null>('rubricator-clipboard', null, {
    serializer: { read: text => JSON.parse(text) as Clip | null, write: value => JSON.stringify(value) },
  })
  return { clip }
})
