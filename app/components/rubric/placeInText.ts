import { findNodeAtLocation, parseTree, printParseErrorCode, type Node, type ParseError } from 'jsonc-parser'
import { readRubric } from '~~/core/rubric/readRubric'

/** One fault of a rubric's text: its path, what stood there, what should, and where in the text. */
export interface Fault {
  path: string
  found: string
  expected: string
  line: number
  from: number
  to: number
}

const lineOf = (text: string, offset: number) => text.slice(0, offset).split('\n').length

/** `split.rules[0].type` as its steps. */
const stepsOf = (path: string): (string | number)[] =>
  [...path.matchAll(/\[(\d+)\]|([^.[\]]+)/g)].map(match => (match[1] === undefined ? match[2]! : Number(match[1])))

/** What is wrong with a rubric's text; an empty list where it is sound. */
export function faultsIn(text: string): Fault[] {
  const errors: ParseError[] = []
  const tree = parseTree(text, errors, { allowTrailingComma: false, disallowComments: true })
  const broken = errors[0]
  if (broken || !tree) {
    const offset = broken?.offset ?? 0
    const words = broken
      ? printParseErrorCode(broken.error)
          .replace(/([a-z])([A-Z])/g, '$1 $2')
          .toLowerCase()
      : 'nothing'
    return [
      { path: 'the text', found: words, expected: 'JSON', line: lineOf(text, offset), from: offset, to: offset + (broken?.length ?? 0) },
    ]
  }
  const read = readRubric(JSON.parse(text))
  if (read.ok) return []
  return read.issues.map(issue => {
    const steps = stepsOf(issue.path)
    // A key that is missing has no place of its own: its nearest parent stands for it.
    let node: Node | undefined
    for (let length = steps.length; length >= 0 && !node; length--) node = findNodeAtLocation(tree, steps.slice(0, length))
    const from = node?.offset ?? 0
    return { ...issue, path: issue.path || 'the rubric', line: lineOf(text, from), from, to: from + (node?.length ?? 0) }
  })
}
