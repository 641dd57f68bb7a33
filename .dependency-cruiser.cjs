// Dependencies point one way: web and server use core; core uses neither, and nothing that reads, draws, waits or guesses.
const IO = '^(node:|fs$|path$|crypto$|child_process$|net$|worker_threads$)';

module.exports = {
  forbidden: [
    { name: 'core-stands-alone', severity: 'error', from: { path: '^core/' }, to: { path: '^(contract|server|web|e2e)/' } },
    { name: 'contract-on-core-alone', severity: 'error', from: { path: '^contract/' }, to: { path: '^(server|web|e2e)/' } },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { path: `${IO}|node_modules/(react|react-dom|express|drizzle-orm|@electric-sql|@mantine|pino)` },
    },
    { name: 'server-without-web', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|e2e)/' } },
    { name: 'web-without-server', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|e2e)/' } },
    {
      name: 'core-by-its-door',
      severity: 'error',
      from: { path: '^(contract|server|web)/' },
      to: { path: '^core/src/', pathNot: '^core/src/[^/]+/index\\.ts$' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    // Folders form layers: what a folder holds up may not lean on it.
    { name: 'no-folder-circles', scope: 'folder', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\?' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.css'],
    },
  },
};
