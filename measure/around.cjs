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


// Makes a program of one file that stands nowhere, in a folder whose packages it imports.
function programOf(ts, folder, options, probe, text, around = true) {
  const host = ts.createCompilerHost(options);
  const read = host.readFile, has = host.fileExists, get = host.getSourceFile;
  host.readFile = f => (f === probe ? text : read(f));
  host.fileExists = f => f === probe || has(f);
  host.getSourceFile = (f, v, e, c) => (f === probe ? ts.createSourceFile(f, text, v, true) : get(f, v, e, c));
  host.getCurrentDirectory = () => folder;
  if (around) takePackagesFrom(ts, folder, options, host);
  return ts.createProgram([probe], options, host);
}
