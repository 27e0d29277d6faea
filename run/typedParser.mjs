import { readFileSync } from 'node:fs'
import ts from 'typescript'
import { parser } from 'typescript-eslint'

// Components that are linted share one TypeScript program: asked for by project, each would cost a program of its own.

const configFile = 'tsconfig.types.json'

/** What vue-eslint-parser hands over of a component: its script's text, a generic one's type in front of it. */
function scriptOf(text) {
  const [, attributes = '', script = ''] = /<script([^>]*)>([\s\S]*?)<\/script>/.exec(text) ?? []
  const [, name, bound] = /\bgeneric="(\w+) extends([^",]*)"/.exec(attributes) ?? []
  return name ? `type ${name} = ${bound};\n${script}` : script
}

/** Makes programs; `texts` are of files that are not as they stand on disk. */
function programs(root) {
  const texts = new Map()
  const read = ts.readConfigFile(`${root}/${configFile}`, ts.sys.readFile)
  const vue = [{ extension: '.vue', isMixedContent: true, scriptKind: ts.ScriptKind.Deferred }]
  const parsed = ts.parseJsonConfigFileContent(read.config, ts.sys, root, undefined, configFile, undefined, vue)
  const options = { ...parsed.options, allowNonTsExtensions: true, noEmit: true }
  // What a component imports comes with it.
  const roots = parsed.fileNames.filter(file => /\.(vue|d\.ts)$/.test(file))
  const host = ts.createCompilerHost(options, true)
  const { getSourceFile } = host
  host.getSourceFile = (file, settings, ...rest) =>
    file.endsWith('.vue')
      ? ts.createSourceFile(file, texts.get(file) ?? scriptOf(readFileSync(file, 'utf8')), settings, true, ts.ScriptKind.TS)
      : getSourceFile.call(host, file, settings, ...rest)
  return { texts, make: before => ts.createProgram(roots, options, host, before) }
}

/** typescript-eslint's parser over one program. */
export function typedParser(root) {
  let source
  let program
  return {
    meta: { name: 'typed-parser', version: '1' },
    parseForESLint(code, options) {
      if (!options.project) return parser.parseForESLint(code, options)
      source ??= programs(root)
      program ??= source.make()
      // An editor's text is not the one on disk.
      if (program.getSourceFile(options.filePath)?.text !== code) {
        source.texts.set(options.filePath, code)
        program = source.make(program)
      }
      return parser.parseForESLint(code, { ...options, project: undefined, programs: [program] })
    },
  }
}
