import { readFileSync } from 'node:fs'
import ts from 'typescript'
import { parser } from 'typescript-eslint'

// Files that are linted share one TypeScript program: asked for by project, each component would cost a program of its own.

const configFile = 'tsconfig.types.json'

/** What vue-eslint-parser hands over of a component: its script's text, and nothing around it. */
const scriptOf = text => /<script[^>]*>([\s\S]*?)<\/script>/.exec(text)?.[1] ?? ''

function makeProgram(root) {
  const read = ts.readConfigFile(`${root}/${configFile}`, ts.sys.readFile)
  const vue = [{ extension: '.vue', isMixedContent: true, scriptKind: ts.ScriptKind.Deferred }]
  const { fileNames, options } = ts.parseJsonConfigFileContent(read.config, ts.sys, root, undefined, configFile, undefined, vue)
  const host = ts.createCompilerHost({ ...options, allowNonTsExtensions: true }, true)
  const { getSourceFile } = host
  host.getSourceFile = (file, settings, ...rest) =>
    file.endsWith('.vue')
      ? ts.createSourceFile(file, scriptOf(readFileSync(file, 'utf8')), settings, true, ts.ScriptKind.TS)
      : getSourceFile.call(host, file, settings, ...rest)
  return ts.createProgram(fileNames, { ...options, allowNonTsExtensions: true, noEmit: true }, host)
}

/** typescript-eslint's parser over one program; other texts than those on disk go by project. */
export function typedParser(root) {
  let program
  return {
    meta: { name: 'typed-parser', version: '1' },
    parseForESLint(code, options) {
      if (!options.project) return parser.parseForESLint(code, options)
      program ??= makeProgram(root)
      const known = program.getSourceFile(options.filePath)?.text === code
      return parser.parseForESLint(code, known ? { ...options, project: undefined, programs: [program] } : options)
    },
  }
}
