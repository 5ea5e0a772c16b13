/** The arrows between the workspaces go one way: web, server -> contract -> core -> words. */
const only = (from, ...to) => ({
  name: `${from}-reaches-only-${to.join('-') || 'itself'}`,
  severity: 'error',
  from: { path: `^${from}/src` },
  to: {
    path: '^(core|words|contract|server|web|demo|stand-ins|e2e|scripts)/',
    pathNot: `^(${[from, ...to].join('|')})/`,
  },
});

module.exports = {
  forbidden: [
    only('core', 'words'),
    only('contract', 'core', 'words'),
    only('server', 'contract', 'core', 'words'),
    only('words'),
    only('web', 'words', 'contract', 'core'),
    only('demo', 'core'),
    only('stand-ins', 'core', 'demo'),
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-circles-between-folders',
      comment:
        'A folder is about one thing: what two of them need stands in a third. Types count too.',
      scope: 'folder',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-has-no-world',
      comment: 'No Node, no DOM, no database in core.',
      severity: 'error',
      from: { path: '^core/src' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'seat-carries-no-desk',
      severity: 'error',
      from: {
        path: '^web/src/(seat|sitting|parts|kinds/.*(Answer\\.vue|answers\\.ts|ItemView\\.vue)$)',
      },
      to: {
        path: '^web/src/(desk|office|rich|kinds/authoring|words/teacher)|element-plus|echarts|@tiptap',
      },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|node_modules|test)/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      extensions: ['.ts', '.vue', '.js', '.mjs'],
    },
  },
};
