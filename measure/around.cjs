'use strict';
// Stands before the scripts that ask the compiler. A source that is read from elsewhere
// takes the packages that it has none of from the folder that it is asked about in.
function takePackagesFrom(ts, folder, options, host) {
  const around = { ...options, baseUrl: folder, paths: { '*': ['node_modules/@types/*', 'node_modules/*'] } };
  const caches = [options, around].map(o => ts.createModuleResolutionCache(folder, name => name, o));
  host.resolveModuleNameLiterals = (literals, from) => literals.map(l => {
    const found = ts.resolveModuleName(l.text, from, options, host, caches[0]);
    return found.resolvedModule ? found : ts.resolveModuleName(l.text, from, around, host, caches[1]);
  });
}

