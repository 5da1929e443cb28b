/** The arrows between the rooms of the house: studio → core, server → core, yard → the runtime entry, nothing → studio. */
const engine = '^core/';
const outside = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to: { path: to } });

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'everything-resolves', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: ['^@undatio/', '^jasmine'] } },
    outside('core-knows-nobody', '^core/', '^(server|studio|yard|demo|e2e|bench)/'),
    {
      name: 'core-needs-only-zod-and-a-json-scanner',
      severity: 'error',
      from: { path: '^core/src', pathNot: '(\\.spec\\.ts$|/testing/)' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/(zod|jsonc-parser)/' },
    },
    outside('server-knows-core-alone', '^server/', '^(studio|yard|e2e|bench)/'),
    outside('studio-knows-core-alone', '^studio/', '^(server|yard|demo|e2e|bench)/'),
    outside('nobody-knows-the-studio', '^(core|server|yard|demo|bench|e2e)/', '^studio/'),
    {
      name: 'yard-knows-the-runtime-alone',
      severity: 'error',
      from: { path: '^yard/' },
      to: { path: engine, pathNot: '^core/dist/runtime\\.(d\\.ts|js)$' },
    },
    {
      name: 'yard-has-no-interface-kit',
      severity: 'error',
      from: { path: '^yard/' },
      to: { path: 'node_modules/(@angular|primeng|rxjs|pixi)' },
    },
    {
      name: 'maths-stand-alone',
      severity: 'error',
      from: { path: '^core/src/maths/', pathNot: '\\.spec\\.ts$' },
      to: { path: '^core/src/(?!maths/|units)' },
    },
    {
      name: 'no-zod-in-the-engine',
      severity: 'error',
      from: { path: '^core/src/(maths|take|runtime|effects/(?!schemas))', pathNot: '\\.spec\\.ts$' },
      to: { path: 'node_modules/zod/' },
    },
  ],
  options: {
    doNotFollow: { path: ['node_modules', '^core/dist'] },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['types', 'import', 'default'],
      extensions: ['.ts', '.js', '.mjs', '.d.ts'],
    },
    tsConfig: { fileName: 'tsconfig.base.json' },
  },
};
