/** Who may know whom: the arrows of docs/architecture.md. */
const only = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: ['\\.spec\\.ts$', '/testing/'] },
  to: { path: '^(core|web|server|live|mail|stock|zip|tools|demo|e2e|bench)/', pathNot: to },
});

/** Layers of a piece, lowest first: a folder imports those below it and itself. */
const layers = (root, ...order) =>
  order.map((folders, index) => ({
    name: `${root}-${folders[0]}-knows-only-what-is-below`,
    severity: 'error',
    from: { path: `^${root}/(${folders.join('|')})/`, pathNot: ['/testing/', '^core/.*\\.spec\\.ts$'] },
    to: {
      path: `^${root}/(${
        order
          .slice(index + 1)
          .flat()
          .join('|') || '-'
      })/`,
      dependencyTypesNot: ['dynamic-import'], // a dialog is loaded when it is first opened
    },
  }));
/** Folders of one layer do not know each other. */
const strangers = (root, folders) => ({
  name: `${root}-${folders[0]}-and-its-neighbours-are-strangers`,
  severity: 'error',
  from: { path: `^${root}/(${folders.join('|')})/` },
  to: { path: `^${root}/(${folders.join('|')})/`, pathNot: `^${root}/$1/` },
});
const topRooms = ['spread', 'outline', 'ledger', 'refit', 'dialogs', 'bar'];

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
    {
      name: 'specs-of-core-know-core-and-the-demo-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(web|server|live|tools|e2e|bench)/' },
    },
    ...layers(
      'core',
      ['document/kinds'],
      ['document/seen'],
      ['style'],
      ['document/edits'],
      ['geometry'],
      ['document/commands'],
      ['compile', 'review', 'archive'],
      ['refit'],
    ),
    ...layers(
      'web/workbench',
      ['canvas'],
      ['state'],
      ['commands'],
      ['drag'],
      ['writing'],
      ['leaf'],
      ['drawn'],
      ['review'],
      topRooms,
    ),
    strangers('web/workbench', topRooms),
    only('web-knows-core', '^web/', ['^web/', '^core/']),
    only('server-knows-core-the-demo-data-and-archives', '^server/', ['^server/', '^core/', '^demo/', '^zip/']),
    only('live-knows-a-folder-of-files', '^live/', ['^live/']),
    only('mail-knows-itself-alone', '^mail/', ['^mail/']),
    only('stock-knows-how-the-demo-draws', '^stock/', ['^stock/', '^demo/strokes']),
    only('zip-knows-itself-alone', '^zip/', ['^zip/']),
    only('tools-know-core-and-archives', '^tools/', ['^tools/', '^core/', '^zip/']),
    only('demo-is-data', '^demo/', ['^demo/', '^core/']),
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only', 'dynamic-import'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.mjs', '.js'] },
  },
};
