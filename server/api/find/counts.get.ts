import { FindAsked, FindFacets } from '../../../shared/views/find'
import { countFound, knownTypes, mostCounted } from '../../../store/find/find'
import { store } from '../../context'
import { defineRoute } from '../../route'

export default defineRoute({
  does: 'How many documents of a search are of each type, rubric, state and person, and by which fields it may be narrowed.',
  may: 'person',
  query: FindAsked,
  answer: FindFacets,
  async run({ person, query }): Promise<FindFacets> {
    const { sql } = store()
    const [counts, types] = await Promise.all([countFound(sql, person, query), knownTypes(sql, person)])
    const found = types.filter(type => counts.types.some(one => one.value === type.id))
    // Those of the type that is asked stay, also where nothing is found any more.
    const fields = types.filter(type => type.id === query.type).flatMap(type => type.fields)
    return {
      ...counts,
      most: mostCounted,
      fields: fields
        .filter((field, at) => field.kind !== 'table' && fields.findIndex(one => one.id === field.id) === at)
        .map(({ id, label, kind }) => ({ id, label, kind })),
      labels: Object.fromEntries((query.type === undefined ? found : types).map(type => [type.id, type.label])),
    }
  },
})
