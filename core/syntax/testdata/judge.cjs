// Prints, for each file named on standard input, how many errors TypeScript's
// own parser reports. Used by tests only. Call: node judge.cjs TYPESCRIPT < list
const ts = require(process.argv[2]);
const fs = require('fs');
const kinds = { '.tsx': ts.ScriptKind.TSX, '.jsx': ts.ScriptKind.JSX, '.ts': ts.ScriptKind.TS, '.mts': ts.ScriptKind.TS, '.cts': ts.ScriptKind.TS };
for (const name of fs.readFileSync(0, 'utf8').split('\n')) {
  if (!name) continue;
  const kind = kinds[name.slice(name.lastIndexOf('.'))] ?? ts.ScriptKind.JS;
  const file = ts.createSourceFile(name, fs.readFileSync(name, 'utf8'), ts.ScriptTarget.Latest, false, kind);
  console.log(file.parseDiagnostics.length + '\t' + name);
}
