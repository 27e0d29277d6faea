import { rubricIcons } from './rubricIcons'
import { z } from 'zod'
import { barcodeFormats } from '../model/barcodeFormats'
import { fileFormats } from '../model/fileFormats'
import { Zone } from '../model/zone'
import { batchNameFault } from '../name/batchName'
import { countersOf, placeholdersOf } from '../name/template'
import { Check, Keep, Limits, Redact } from './handling'
import { Field, sumOf, TextSource } from './field'
import { Clean, Scan } from './scan'
import { identifier, nameTemplate, pattern } from './schemas'

export const BarcodeRule = z.strictObject({
  rule: z.literal('barcode'),
  formats: z.array(z.enum(barcodeFormats)).default([]),
  zone: Zone.optional(),
  side: z.enum(['front', 'back', 'any']).default('any'),
  value: pattern.optional(),
  type: z.string().optional(),
  sheet: z.enum(['keep', 'set-aside']).default('keep'),
})
export type BarcodeRule = z.infer<typeof BarcodeRule>

const BlankSheetRule = z.strictObject({ rule: z.literal('blank-sheet'), type: z.string().optional() })

const CountRule = z
  .strictObject({
    rule: z.literal('count'),
    sheets: z.int().min(1).optional(),
    pages: z.int().min(1).optional(),
    type: z.string().optional(),
  })
  .check(context => {
    if ((context.value.sheets === undefined) === (context.value.pages === undefined)) {
      context.issues.push({ code: 'custom', input: context.value, message: 'either "sheets" or "pages"' })
    }
  })

const TextRule = z.strictObject({
  rule: z.literal('text'),
  zone: Zone.optional(),
  value: pattern,
  type: z.string().optional(),
  sheet: z.enum(['keep', 'set-aside']).default('keep'),
})

export const SplitRule = z.discriminatedUnion('rule', [BarcodeRule, BlankSheetRule, CountRule, TextRule])
export type SplitRule = z.infer<typeof SplitRule>

const Split = z.strictObject({
  rules: z.array(SplitRule).default([]),
  sameValue: z.enum(['continue', 'new']).default('continue'),
  before: z.enum(['hold', 'document']).default('hold'),
  unread: z.enum(['hold', 'previous']).default('hold'),
})
export type Split = z.infer<typeof Split>

export const DocumentType = z.strictObject({
  id: identifier,
  label: z.string().min(1),
  /** People narrow the list of types by it. */
  group: z.string().min(1).max(60).optional(),
  /** Recognised so, where no split rule has said the type: one entry that fits a page will do. */
  when: z.array(z.strictObject({ text: TextSource })).default([]),
  fields: z.array(Field).default([]),
})
export type DocumentType = z.infer<typeof DocumentType>
/** What is filled and entered: a type's fields, or those that are asked before scanning. */
export type Fields = Pick<DocumentType, 'fields'>

const FileSpec = z
  .strictObject({
    format: z.enum(fileFormats),
    name: nameTemplate.default('{type}/{seq:3}'),
    /** One file for the document, for each page, or for so many pages; left out, as the format usually is. */
    per: z.union([z.enum(['document', 'page']), z.int().min(1).max(10_000)]).optional(),
    /** Of a PDF: colour pages as print over a smaller ground, where that is clearly smaller. */
    layers: z.enum(['auto', 'none']).optional(),
    /** Of a TIFF: each page as is usual for it (G4 or JPEG), all without loss, or all in black and white. */
    compression: z.enum(['auto', 'lzw', 'g4']).optional(),
  })
  .check(context => {
    const { format, layers, compression } = context.value
    if (layers !== undefined && !format.startsWith('pdf'))
      context.issues.push({ code: 'custom', path: ['layers'], input: layers, message: 'no layers but in a PDF' })
    if (compression !== undefined && format !== 'tiff')
      context.issues.push({ code: 'custom', path: ['compression'], input: compression, message: 'no compression but of a TIFF' })
  })
export type FileSpec = z.infer<typeof FileSpec>

const Send = z.strictObject({
  to: z.string().min(1),
  folder: nameTemplate.optional(),
  /** The person who scans says where there: a folder, or who gets the mail. */
  ask: z.boolean().default(false),
  /** Only documents of which each of these says so. */
  when: z.array(z.strictObject({ field: identifier, is: z.array(z.string()).min(1) })).optional(),
  /** Only files of these formats. */
  files: z.array(z.enum(fileFormats)).min(1).optional(),
  /** Not before every document of its batch is made. */
  together: z.boolean().optional(),
  /** Not before this time of the office's day. */
  at: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time such as "18:00"')
    .optional(),
})
export type Send = z.infer<typeof Send>

/** One rubric, version 1 of the format. Unknown keys are errors. */
export const Rubric = z
  .strictObject({
    version: z.literal(1),
    name: z.string().trim().min(1).max(120),
    /** What it is for, in a line. */
    about: z.string().trim().min(1).max(160).optional(),
    icon: z.enum(rubricIcons).optional(),
    scan: Scan.prefault({}),
    clean: Clean.prefault({}),
    split: Split.prefault({}),
    types: z.array(DocumentType).default([]),
    defaultType: z.string().optional(),
    /** What batches are called: {rubric}, {person}, {from} (device or file), {date:d MMM}, {time}. */
    batchName: z
      .string()
      .min(1)
      .max(120)
      .default('{rubric}, {date:d MMM} {time}')
      .check(context => {
        const fault = batchNameFault(context.value)
        if (fault) context.issues.push({ code: 'custom', input: context.value, message: fault })
      }),
    entry: z.enum(['panel', 'desk', 'none']).default('desk'),
    read: z
      .strictObject({
        ocr: z.boolean().default(true),
        languages: z
          .array(z.string().regex(/^[a-z]{3}(_[a-z]+)?$/i, 'a language code such as "eng"'))
          .min(1)
          .default(['eng']),
      })
      .prefault({}),
    redact: Redact.optional(),
    files: z.array(FileSpec).default([]),
    send: z.array(Send).default([]),
    /** Fields that two people enter who do not see each other's values. */
    entryTwice: z.array(identifier).optional(),
    check: Check.optional(),
    limits: Limits.optional(),
    keep: Keep.optional(),
  })
  .check(context => {
    const rubric = context.value
    const report = (path: (string | number)[], input: unknown, message: string) =>
      context.issues.push({ code: 'custom', path, input, message })

    if (rubric.redact?.highlighter.length) {
      const { colour } = rubric.scan
      if (colour === 'grey' || colour === 'mono')
        report(
          ['redact', 'highlighter'],
          rubric.redact.highlighter,
          `"scan.colour" to be "colour" or "auto": ${colour} cannot show a highlighter`,
        )
      if (rubric.clean.dropout.length + rubric.clean.keepInk.length)
        report(
          ['redact', 'highlighter'],
          rubric.redact.highlighter,
          'no "clean.dropout" and no "clean.keepInk" beside it: they take its colour away',
        )
    }

    const typeIds = rubric.types.map(type => type.id)
    const knownTypes = typeIds.length ? `one of the types ${typeIds.map(id => `"${id}"`).join(', ')}` : 'no type, because "types" is empty'
    typeIds.forEach((id, at) => {
      if (typeIds.indexOf(id) !== at) report(['types', at, 'id'], id, 'an id that no earlier type has')
    })
    rubric.types.forEach((type, at) => {
      const ids = type.fields.map(field => field.id)
      ids.forEach((id, position) => {
        if (ids.indexOf(id) !== position)
          report(['types', at, 'fields', position, 'id'], id, 'an id that no earlier field of this type has')
      })
    })
    if (rubric.defaultType !== undefined && !typeIds.includes(rubric.defaultType)) {
      report(['defaultType'], rubric.defaultType, knownTypes)
    }
    rubric.split.rules.forEach((rule, at) => {
      if (rule.type !== undefined && !typeIds.includes(rule.type)) report(['split', 'rules', at, 'type'], rule.type, knownTypes)
    })

    const groups = rubric.split.rules.flatMap(rule => (rule.rule === 'barcode' && rule.value ? groupNames(rule.value) : []))
    rubric.types.forEach((type, at) =>
      type.fields.forEach((field, position) => {
        const path = ['types', at, 'fields', position]
        const known = new Set([...type.fields.map(other => other.id), ...groups, 'value'])
        if (field.requiredWhen && !type.fields.some(other => other.id === field.requiredWhen!.field))
          report([...path, 'requiredWhen', 'field'], field.requiredWhen.field, 'a field of this type')
        field.from.forEach((source, place) => {
          const unknown = 'join' in source && placeholdersOf(source.join).find(name => name === field.id || !known.has(name))
          if (unknown) report([...path, 'from', place, 'join'], source.join, `a template of other fields; {${unknown}} is not one`)
        })
        if (!field.equals) return
        const { table, column } = sumOf(field.equals)
        const found = type.fields.find(other => other.id === table)?.columns?.find(other => other.id === column)
        if (found?.kind !== 'number') report([...path, 'equals'], field.equals, 'a column of kind "number" of a table of this type')
      }),
    )

    const names = new Set([...rubric.types.flatMap(type => type.fields.map(field => field.id)), ...groups])
    const checkNames = (path: (string | number)[], value: string) => {
      const unknown = placeholdersOf(value).find(name => !names.has(name))
      if (unknown) report(path, value, `a template of fields of this rubric; {${unknown}} is not one`)
    }
    if (rubric.clean.stamp) checkNames(['clean', 'stamp', 'text'], rubric.clean.stamp.text.replaceAll('{page}', ''))
    rubric.files.forEach((file, at) => checkNames(['files', at, 'name'], file.name))
    const fieldIds = new Set(rubric.types.flatMap(type => type.fields.map(field => field.id)))
    const checkField = (path: (string | number)[], id: string) => fieldIds.has(id) || report(path, id, 'a field of this rubric')
    rubric.entryTwice?.forEach((id, at) => checkField(['entryTwice', at], id))
    rubric.send.forEach((send, at) => send.when?.forEach(({ field }, place) => checkField(['send', at, 'when', place, 'field'], field)))
    rubric.send.forEach(({ folder }, at) => {
      if (!folder) return
      checkNames(['send', at, 'folder'], folder)
      if (countersOf(folder).includes('#folder')) report(['send', at, 'folder'], folder, 'no {#folder}: a folder is not counted in itself')
    })
  })
export type Rubric = z.infer<typeof Rubric>

/** Names of a pattern's named groups, in order of appearance. */
export function groupNames(source: string): string[] {
  return [...source.matchAll(/\(\?<([A-Za-z_$][\w$]*)>/g)].map(match => match[1]!)
}

/** The type with this id, else the default type, else the first; null where the rubric has none. */
export function typeOf(rubric: Rubric, id: string | null | undefined): DocumentType | null {
  return rubric.types.find(type => type.id === id) ?? rubric.types.find(type => type.id === rubric.defaultType) ?? rubric.types[0] ?? null
}
