// Who may import whom: `npm run lint` looks at it. docs/decisions/boundaries.md says why.

/** The packages, and those of ours that each may use. */
const PACKAGES = {
  core: [],
  node: ['core'],
  cli: ['core', 'node'],
  capture: ['core', 'node'],
  server: ['core', 'node', 'capture'],
  web: ['core'],
  demo: ['core'],
};

/** The folders of the core, and those that each may use. */
const CORE = {
  colour: [],
  css: [],
  geometry: ['colour'],
  pixels: ['colour', 'geometry'],
  // A look is made of its layers, and those of the values that the model shares.
  model: ['colour', 'layers'],
  layers: ['colour', 'css', 'geometry', 'model', 'stack'],
  measure: ['model'],
  page: ['colour', 'geometry', 'measure', 'model'],
  header: ['colour', 'css', 'geometry', 'layers', 'measure', 'model', 'output'],
  stack: ['colour', 'geometry', 'header', 'layers', 'measure', 'model', 'page'],
  // What a change looks like is swept, and how it is read is a curve of sweeps.
  change: ['geometry', 'header', 'layers', 'model', 'stack', 'sweep'],
  sweep: ['change', 'colour', 'geometry', 'header', 'layers', 'measure', 'model', 'page', 'stack'],
  remedy: ['colour', 'geometry', 'header', 'layers', 'model', 'stack', 'sweep'],
  // Which header hangs where, for whom, and what of it differs.
  placed: ['colour', 'header', 'layers', 'model'],
  // Rows brought together, and what clears them.
  finding: ['header', 'model', 'placed', 'remedy', 'sweep'],
  output: ['colour', 'css', 'geometry', 'header', 'layers', 'measure', 'model', 'page', 'placed', 'sweep'],
  // What is computed beside contrast.
  checks: ['colour', 'geometry', 'header', 'layers', 'measure', 'model', 'page', 'sweep'],
  // What was found, in the forms in which it is handed on.
  report: [
    'checks',
    'colour',
    'css',
    'finding',
    'geometry',
    'header',
    'measure',
    'model',
    'page',
    'stack',
    'sweep',
  ],
  gather: ['colour', 'geometry', 'header', 'layers', 'measure', 'model', 'page', 'pixels', 'sweep'],
  tokens: ['colour', 'gather', 'model'],
  start: ['colour', 'gather', 'header', 'model'],
};

const others = (all, name, allowed) => all.filter((each) => each !== name && !allowed.includes(each));
const oneOf = (names) => `(${names.join('|')})`;

const packageRules = Object.entries(PACKAGES).map(([name, allowed]) => ({
  name: `${name}-uses-only-${['itself', ...allowed].join('-')}`,
  severity: 'error',
  from: { path: `^${name}/src` },
  to: { path: `^${oneOf([...others(Object.keys(PACKAGES), name, allowed), 'e2e'])}/` },
}));
const coreRules = Object.entries(CORE).map(([name, allowed]) => ({
  name: `core-${name}`,
  severity: 'error',
  from: { path: `^core/src/${name}/` },
  to: { path: `^core/src/${oneOf(others(Object.keys(CORE), name, allowed))}/` },
}));

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    ...packageRules,
    ...coreRules,
    {
      name: 'core-runs-anywhere',
      severity: 'error',
      comment: 'The core runs in browsers, workers and Node alike.',
      from: { path: '^core/src' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'no-new-folder-without-a-rule',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^core/src/[^/]+/', pathNot: `^core/src/${oneOf(Object.keys(CORE))}/` },
    },
    {
      name: 'nothing-that-is-not-declared',
      severity: 'error',
      from: { path: '^[a-z]+/src' },
      to: { path: 'node_modules', dependencyTypes: ['npm-no-pkg', 'npm-unknown'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    combinedDependencies: false,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'types'],
    },
  },
};
