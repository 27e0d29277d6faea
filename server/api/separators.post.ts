import { z } from 'zod'
import { composed, patternWords } from '../../core/pattern/parts'
import { groupNames } from '../../core/rubric/rubric'
import { groupsOf } from '../../core/split/barcodeRule'
import { separatorSheets, type SeparatorSheet } from '../../engine/separatorSheets'
import { rubricsFor } from '../../store/people/rights'
import { findRubric, newestRubric } from '../../store/setup/rubrics'
import { store } from '../context'
import { notThere } from '../refusals'
import { defineRoute, refuse, sendFile } from '../route'

export default defineRoute({
  does: 'Separator and cover sheets for one barcode rule of a rubric, as a PDF to print.',
  may: 'person',
  body: z.strictObject({
    rubric: z.uuid(),
    /** The rule's number, from 1. */
    rule: z.int().positive(),
    /** A sheet each: the texts of the pattern's named groups, or the whole value as `value`. */
    sheets: z
      .array(z.record(z.string().max(64), z.string().trim().max(200)))
      .min(1)
      .max(1000),
    title: z.string().trim().max(80).default(''),
    numbered: z.boolean().default(false),
    paper: z.enum(['A4', 'letter']).default('A4'),
  }),
  async run({ event, person, body: asked }) {
    const { sql } = store()
    const row = await newestRubric(sql, asked.rubric)
    const rubric = row && (await findRubric(sql, row.id, row.version))
    if (!row || !rubric || !(await rubricsFor(sql, person)).has(row.id)) throw notThere()
    const rule = rubric.split.rules[asked.rule - 1]
    if (rule?.rule !== 'barcode') throw refuse(400, `rule: found ${asked.rule}, expected the number of a barcode rule of “${row.name}”.`)
    const title = asked.title || rubric.types.find(type => type.id === rule.type)?.label || row.name
    const names = rule.value === undefined ? [] : groupNames(rule.value)
    const sheets = asked.sheets.map((texts, at): SeparatorSheet => {
      const value = texts.value || (rule.value === undefined ? '' : (composed(rule.value, texts) ?? ''))
      const groups = groupsOf(rule.value, value)
      if (value === '' || !groups) {
        throw refuse(
          400,
          `sheets[${at}]: found “${value || Object.values(texts).join(', ')}”, expected ` +
            `${rule.value === undefined ? 'a value' : `what fits ${patternWords(rule.value)}`}.`,
        )
      }
      return {
        value,
        title,
        lines: names.map(name => `${name}: ${groups[name] ?? ''}`),
        number: asked.numbered ? `${at + 1} of ${asked.sheets.length}` : null,
      }
    })
    const footer =
      rule.sheet === 'set-aside'
        ? `Separator sheet for “${row.name}”: lay it in front of the document. It is not filed.`
        : `Cover sheet for “${row.name}”: lay it in front of the document. It is filed with it.`
    let pdf: Buffer
    try {
      pdf = await separatorSheets(rule, sheets, asked.paper, footer)
    } catch (error) {
      throw refuse(422, error instanceof Error ? error.message.replace(/^bwipp\.\w+#\d+: /, 'The code cannot be written: ') : String(error))
    }
    sendFile(event, 'application/pdf', { 'content-disposition': 'inline; filename="separator-sheets.pdf"' })
    return pdf
  },
})
