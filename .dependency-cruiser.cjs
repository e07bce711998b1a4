/** Which way imports may point (docs/architecture.md draws it). `./test` runs it; `npx depcruise src` by itself. */
const only = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to });

module.exports = {
  forbidden: [
    only('no-circle', 'No file imports itself by way of others.', {}, { circular: true }),
    only(
      'core-is-free',
      'Core imports core, packages that compute, and types.',
      { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      {
        pathNot:
          '^src/core/|^node_modules/(json-schema-to-ts|culori|fft\\.js|simple-statistics|date-fns|@date-fns/tz)/',
      },
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.astro$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'] },
  },
};
