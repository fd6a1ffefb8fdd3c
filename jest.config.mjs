const swc = (tsx) => [
  '<rootDir>/scripts/jest-swc.mjs',
  {
    jsc: {
      parser: { syntax: 'typescript', tsx },
      target: 'es2022',
      experimental: { keepImportAttributes: true },
      ...(tsx ? { transform: { react: { runtime: 'automatic' } } } : {}),
    },
    module: { type: 'es6' },
    sourceMaps: 'inline',
  },
];

const project = (displayName, roots, tsx = false) => ({
  displayName,
  roots: roots.map((r) => `<rootDir>/${r}`),
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '\\.tsx?$': swc(tsx) },
  setupFiles: ['<rootDir>/scripts/jest-seed.mjs'],
  testEnvironment: 'node',
  testEnvironmentOptions: { customExportConditions: ['@elwand/source', 'node', 'node-addons'] },
});

export default {
  // A slow machine is no failure.
  testTimeout: 180000,
  // Jest leaves one core free by default; the gate runs on two and has nothing else to do.
  maxWorkers: '100%',
  projects: [
    project('core', ['core/src']),
    project('server', ['server/src', 'cli/src', 'paper/src']),
    project('web', ['web/src'], true),
  ],
};
