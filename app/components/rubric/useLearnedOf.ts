import type { LearnedView } from '~~/shared/views/rubrics'

/** One thing that was learned. */
export type LearnedThing = { what: 'types' } | { what: 'place'; type: string; field: string }

/** What was learned of a rubric's paper; nothing of one that is new. */
export function useLearnedOf(id: string | null) {
  const learned = shallowRef<LearnedView | null>(null)
  const { run } = useAction()
  const load = async () => {
    if (id) learned.value = await ask<LearnedView>(`/api/rubrics/${id}/learned`)
  }
  void run(load)
  const forget = (thing: LearnedThing) =>
    run(async () => {
      await ask(`/api/rubrics/${id}/learned/forget`, { method: 'POST', body: thing })
      await load()
    })
  return { learned, forget }
}
