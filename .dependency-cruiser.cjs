/** Who may know whom: the arrows of docs/architecture.md. */
const only = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: ['\\.spec\\.ts$', '/trial/'] },
  to: { path: '^(core|web|server|live|tools|demo|e2e|bench)/', pathNot: to },
});

module.exports = {
  forbidden: [
    only('core-knows-itself-alone', '^core/', ['^core/']),
    {
      name: 'core-has-no-node-no-angular',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.spec\\.ts$' },
      to: {
        path: [
          '^(node:)?(fs|path|http|crypto|os|child_process|url)$',
          'node_modules/(@angular|rxjs|primeng|express|typeorm|pg)/',
        ],
      },
    },
    only('web-knows-core', '^web/', ['^web/', '^core/']),
    only('server-knows-core-and-the-demo-data', '^server/', ['^server/', '^core/', '^demo/']),
    only('live-knows-a-folder-of-files', '^live/', ['^live/']),
    only('tools-know-core', '^tools/', ['^tools/', '^core/']),
    only('demo-is-data', '^demo/', ['^demo/', '^core/']),
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.mjs', '.js'] },
  },
};
