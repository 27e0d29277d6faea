import { connectorNamed } from '../../../../connectors'
import { askedFields } from '../../../../core/fields/given'
import type { Choices } from '../../../../core/rubric/choices'
import { withChoices } from '../../../../core/rubric/withChoices'
import { StartForm } from '../../../../shared/views/start'
import { fileWeights, pageWeights } from '../../../../store/pages/weights'
import { rememberedChoices } from '../../../../store/people/choices'
import { findDestination, listDestinations } from '../../../../store/setup/destinations'
import { store } from '../../../context'
import { notThere } from '../../../refusals'
import { defineRoute, Identity } from '../../../route'
import { rubricToScan } from '../../../rubrics'

export default defineRoute({
  does: 'What starting a batch with a rubric asks of a person, and how it would be scanned.',
  may: 'person',
  params: Identity,
  answer: StartForm,
  async run({ person, params: { id } }): Promise<StartForm> {
    const { sql } = store()
    const found = await rubricToScan(person, id)
    if (!found) throw notThere()
    const { rubric } = found
    const remembered = Object.entries(await rememberedChoices(sql, person.id, id)).filter(([key]) =>
      (rubric.scan.mayChange as string[]).includes(key),
    )
    const changed: Choices = Object.fromEntries(remembered)
    const { scan, clean, files } = withChoices(rubric, changed)
    const sends = await Promise.all(
      rubric.send
        .filter(send => send.ask)
        .map(async ({ to }) => {
          const found = await findDestination(sql, to)
          const asks = found && connectorNamed(found.connector).asks
          return found && asks ? [{ to, name: found.name, asks }] : []
        }),
    )
    const fields = askedFields(rubric)
    return {
      id,
      name: found.name,
      rubric,
      destinations: Object.fromEntries((await listDestinations(sql)).map(one => [one.id, one.name])),
      source: scan.source,
      card: clean.card,
      fields,
      sends: sends.flat(),
      mayChange: scan.mayChange,
      lookedUp: fields.some(field => field.from.some(source => 'lookup' in source)),
      settings: {
        colour: scan.colour,
        dpi: scan.dpi,
        sides: scan.sides,
        flip: scan.flip,
        paper: scan.mixedSizes ? 'mixed' : scan.paper,
        rotate: clean.rotate,
        lighten: scan.lighten,
        contrast: scan.contrast,
        sharpness: scan.sharpness,
        original: scan.original,
        percent: scan.percent,
        gentle: scan.gentle,
        format: files[0]?.format ?? null,
        copies: 1,
        printSides: changed.printSides ?? 'two-sided-long-edge',
      },
      changed,
      weights: await pageWeights(sql, id),
      fileWeights: await fileWeights(sql, id),
    }
  },
})
