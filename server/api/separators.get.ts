import { z } from 'zod'
import { partsOf, patternWords } from '../../core/pattern/parts'
import { groupNames } from '../../core/rubric/rubric'
import { printableFormat } from '../../engine/separatorSheets'
import { SeparatorRule } from '../../shared/views/rubrics'
import { rubricsFor } from '../../store/people/rights'
import { findRubric, listRubrics } from '../../store/setup/rubrics'
import { store } from '../context'
import { defineRoute } from '../route'

export default defineRoute({
  does: 'The rules for which sheets can be printed, those that set the sheet aside first.',
  may: 'person',
  answer: z.array(SeparatorRule),
  async run({ person }): Promise<SeparatorRule[]> {
    const { sql } = store()
    const own = await rubricsFor(sql, person)
    const found = await Promise.all(
      (await listRubrics(sql))
        .filter(row => own.has(row.id))
        .map(async row => {
          const rubric = await findRubric(sql, row.id, row.version)
          return (rubric?.split.rules ?? []).flatMap((rule, at): SeparatorRule[] => {
            const format = rule.rule === 'barcode' ? printableFormat(rule.formats) : null
            if (rule.rule !== 'barcode' || !format) return []
            const type = rubric!.types.find(one => one.id === rule.type)
            return [
              {
                rubric: row.id,
                rubricName: row.name,
                rule: at + 1,
                format,
                aside: rule.sheet === 'set-aside',
                title: type?.label ?? row.name,
                pattern: rule.value ?? null,
                expects: rule.value === undefined ? null : patternWords(rule.value),
                groups:
                  rule.value !== undefined && partsOf(rule.value)
                    ? groupNames(rule.value).map(name => ({
                        name,
                        label:
                          type?.fields.find(field => field.from.some(source => 'barcode' in source && source.barcode === name))?.label ??
                          name,
                      }))
                    : [],
              },
            ]
          })
        }),
    )
    return found.flat().sort((a, b) => Number(b.aside) - Number(a.aside))
  },
})
