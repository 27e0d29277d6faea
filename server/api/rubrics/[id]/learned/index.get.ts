import { typesSpeak } from '../../../../../core/learning/likeness'
import { placeSpeaks } from '../../../../../core/learning/places'
import { LearnedView } from '../../../../../shared/views/rubrics'
import { learnedOf } from '../../../../../store/learned'
import { store } from '../../../../context'
import { defineRoute, Identity } from '../../../../route'

export default defineRoute({
  does: 'What was learned of a rubric’s paper from what people confirmed, and how often it is right.',
  may: 'steward',
  params: Identity,
  answer: LearnedView,
  async run({ params: { id } }): Promise<LearnedView> {
    const { types, places } = await learnedOf(store().sql, id)
    return {
      types: types && { documents: types.documents, measured: types.measured, speaks: typesSpeak(types) },
      places: Object.entries(places).flatMap(([type, fields]) =>
        Object.entries(fields).map(([field, place]) => {
          const layouts = place.layouts.map(({ page, box }) => ({ page, box }))
          return { type, field, layouts, measured: place.measured, speaks: placeSpeaks(place) }
        }),
      ),
    }
  },
})
