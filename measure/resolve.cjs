// Says where the TypeScript compiler finds modules. In: the path of TypeScript and a
// folder with cases.json, a list of sources (files by path, and what is asked of them:
// a file and the name that it imports). Out: JSON, for each what was found: the file, ""
// where it finds none that tells types.
'use strict';
const fs = require('fs');
const path = require('path');
const [, , tsPath, folder] = process.argv;
const ts = require(tsPath);
const cases = JSON.parse(fs.readFileSync(path.join(folder, 'cases.json'), 'utf8'));
const options = { module: ts.ModuleKind.ESNext, moduleResolution: ts.ModuleResolutionKind.Bundler, target: ts.ScriptTarget.ES2022, types: [] };
const root = '/source/';
console.log(JSON.stringify(cases.map(({ files, asks, settings }) => {
  const all = new Map(Object.entries(files).map(([name, text]) => [root + name, text]));
  const folders = new Set([...all.keys()].flatMap(name => {
    const above = [];
    for (let dir = path.posix.dirname(name); dir !== '/'; dir = path.posix.dirname(dir)) above.push(dir);
    return above;
  }));
  const host = {
    fileExists: name => all.has(name), readFile: name => all.get(name), directoryExists: name => folders.has(name.replace(/\/$/, '')),
    getCurrentDirectory: () => root, realpath: name => name,
  };
  const own = settings ? { ...options, ...settings, pathsBasePath: root, baseUrl: settings.baseUrl && path.posix.join(root, settings.baseUrl) } : options;
  return asks.map(({ from, name }) => {
    const found = ts.resolveModuleName(name, root + from, own, host).resolvedModule;
    return found && /\.[cm]?tsx?$/.test(found.resolvedFileName) ? found.resolvedFileName.slice(root.length) : '';
  });
})));
