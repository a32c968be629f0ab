const to = (name, from, target) => ({ name, severity: 'error', from: { path: from }, to: { path: target } });
module.exports = {
  forbidden: [
    to('core-imports-nothing-of-ours', '^src/core', '^src/(?!core)|^standins|^node_modules/(react|next|pg|sharp)/'),
    to('data-files-outlets-import-only-core', '^src/(data|files|outlets)', '^src/(services|worker|api|app|ui)|^standins'),
    to('services-stay-below-the-surface', '^src/services', '^src/(worker|api|app|ui)|^standins'),
    to('interface-never-touches-data', '^src/(ui|app|api)', '^src/(data|outlets|files|worker)'),
    to('worker-is-not-the-interface', '^src/worker', '^src/(api|app|ui)'),
    to('api-shows-nothing', '^src/api', '^src/(app|ui)'),
    to('standins-know-nothing-of-us', '^standins', '^src'),
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.test\\.ts$' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
