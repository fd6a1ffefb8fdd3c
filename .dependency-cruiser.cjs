/** Layers point one way: core knows nobody; server, web and cli know core and never each other. */
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'The core has no I/O and no interface: it may not reach a Node built-in.',
      severity: 'error',
      from: {
        path: '^core/src',
        pathNot: '(\\.test\\.ts$|/testing/)',
      },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/src' },
      to: { path: '^(server|web|cli|e2e)/' },
    },
    {
      name: 'core-uses-little',
      severity: 'error',
      from: {
        path: '^core/src',
        pathNot: '(\\.test\\.ts$|/testing/|/sheets/|/words/speaker\\.ts$)',
      },
      to: { path: 'node_modules', pathNot: 'node_modules/(zod|flatqueue)' },
    },
    {
      name: 'only-sheets-read-and-write-drawings',
      comment:
        'Parsers and writers of drawing files stay in one folder with an entry of its own, out of the first load.',
      severity: 'error',
      from: { path: '^core/src/sheets', pathNot: '\\.test\\.ts$' },
      to: {
        path: 'node_modules',
        pathNot:
          'node_modules/(zod|flatqueue|dxf-parser|@tarikjabiri/dxf|flatbush|@xmldom/xmldom|svg-path-commander)',
      },
    },
    {
      name: 'what-believes-a-plan-knows-not-how-it-was-made',
      comment: 'The replays take what a plan puts out; what makes plans they may not use.',
      severity: 'error',
      from: { path: '^core/src/proof', pathNot: '\\.test\\.ts$' },
      to: {
        path: '^core/src/((planning|routing|wiring|work|materials|evaluation|placement)/|lighting/(?!strip-values))',
      },
    },
    {
      name: 'one-renderer',
      comment: 'Sentences are made in one place: everything else says messages.',
      severity: 'error',
      from: { path: '^(core|web|cli|server)/src', pathNot: '(/words/speaker\\.ts$|/testing/|\\.test\\.ts$)' },
      to: { path: 'node_modules/(intl-messageformat|@formatjs)' },
    },
    {
      name: 'words-know-only-units',
      severity: 'error',
      from: { path: '^core/src/words', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/(?!words|units)' },
    },
    {
      name: 'server-knows-no-interface',
      severity: 'error',
      from: { path: '^server/src' },
      to: { path: '^(web|cli)/' },
    },
    {
      name: 'web-knows-no-server',
      severity: 'error',
      from: { path: '^web/src' },
      to: { path: '^(server|cli)/' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'no-unresolved',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '^virtual:' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      conditionNames: ['@elwand/source', 'import', 'require', 'node', 'default', 'types'],
      exportsFields: ['exports'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.css'],
    },
  },
};
