/** The arrows of the architecture: what each folder may import, besides itself and packages. */
const arrows = {
  core: [],
  log: [],
  reach: [],
  engine: ['core'],
  devices: ['log', 'core', 'reach'],
  connectors: ['core', 'reach'],
  store: ['log', 'core', 'shared'],
  flow: ['log', 'core', 'store', 'shared'],
  worker: ['log', 'core', 'reach', 'engine', 'devices', 'connectors', 'store', 'flow', 'shared'],
  server: ['log', 'core', 'reach', 'engine', 'devices', 'connectors', 'store', 'flow', 'shared'],
  cli: ['core', 'engine', 'store', 'shared'],
  shared: ['core'],
  app: ['core', 'shared'],
  standins: [],
}
const folders = [...Object.keys(arrows), 'run', 'test']

function arrowRule(folder, endings) {
  const forbidden = folders.filter(other => other !== folder && !arrows[folder].includes(other))
  const paths = forbidden.flatMap(other => [`**/../${other}/**`, `**/../${other}`, `~~/${other}/**`])
  const groups = [{ group: paths, message: `${folder}/ may import ${['itself', ...arrows[folder]].join(', ')} only.` }]
  if (folder === 'server')
    groups.push({
      group: ['sharp', '**/engine/images', '**/engine/sources', '**/engine/pictures'],
      allowTypeImports: true,
      message: 'Pictures are decoded in processes of their own: server/pictures.ts.',
    })
  if (folder === 'core')
    groups.push({ group: ['node:*', 'node:*/**', 'vue', 'h3', 'postgres', 'sharp'], message: 'core/ has no I/O and no framework.' })
  return { files: [`${folder}/**/*.${endings}`], rules: { 'no-restricted-imports': ['error', { patterns: groups }] } }
}

/** What all else speaks of knows of nothing else, not of its neighbours in the core either. */
function modelRule(endings) {
  const groups = arrowRule('core', endings).rules['no-restricted-imports'][1].patterns
  const alone = { group: ['../**'], message: 'core/model/ imports itself only: what judges its words stands beside it.' }
  return { files: [`core/model/**/*.${endings}`], rules: { 'no-restricted-imports': ['error', { patterns: [...groups, alone] }] } }
}

/** The arrows as rules for files with these endings, for either linter. */
export const arrowRules = endings => [...Object.keys(arrows).map(folder => arrowRule(folder, endings)), modelRule(endings)]
