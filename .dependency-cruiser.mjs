/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(contract|cli|server|web|e2e|scripts)/' },
    },
    {
      name: 'core-does-no-input-or-output',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'contract-knows-core-only',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(cli|server|web|e2e|scripts)/' },
    },
    {
      name: 'server-and-web-never-meet',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(web|cli|e2e)/' },
    },
    {
      name: 'web-and-server-never-meet',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|cli|e2e|scripts)/' },
    },
    {
      name: 'cli-knows-core-and-contract',
      severity: 'error',
      from: { path: '^cli/' },
      to: { path: '^(server|web|e2e)/' },
    },
    {
      name: 'optics-to-window-know-no-planner',
      severity: 'error',
      from: { path: '^core/src/(units|optics|heat|damage|window|coverage|reaction|suitability)/' },
      to: { path: '^core/src/(plan|events|session|workflow|report)/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-missing',
      severity: 'error',
      from: {},
      // A module that the build makes has no file, and types of a standard have one of types alone.
      to: { couldNotResolve: true, pathNot: '^(virtual:|fhir/r4$)' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(node_modules|/dist/)' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
