// Says what the TypeScript compiler finds wrong in an app. In: the path of
// TypeScript and the app's folder. Out: JSON, a list of errors with their places
// as offsets in the file and lines, and for what is imported and not there its
// name. A third argument is true where the app's own compiler is strict, and "js"
// where it is written in JavaScript.
'use strict';
const path = require('path');
const [, , tsPath, folder, how = 'true'] = process.argv;
const js = how === '"js"';
const ts = require(tsPath);
const options = {
  strict: how === 'true', allowJs: js, checkJs: js, jsx: ts.JsxEmit.ReactJSX, module: ts.ModuleKind.ESNext, moduleResolution: ts.ModuleResolutionKind.Bundler, target: ts.ScriptTarget.ES2022,
  lib: ['lib.es2023.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'], noEmit: true, skipLibCheck: true, types: [],
};
const files = ts.sys.readDirectory(path.join(folder, 'src'), js ? ['.ts', '.tsx', '.js', '.jsx'] : ['.ts', '.tsx']);
const program = ts.createProgram(files, options);
const out = [];
for (const d of ts.getPreEmitDiagnostics(program)) {
  if (!d.file) { out.push({ file: '', start: 0, line: 0, code: d.code, text: ts.flattenDiagnosticMessageText(d.messageText, '\n') }); continue; }
  let name = '';
  for (let n = d.file; n;) {
    const inner = ts.forEachChild(n, c => (c.getFullStart() <= d.start && d.start < c.end ? c : undefined));
    if (n.kind === ts.SyntaxKind.ImportSpecifier) name = (n.propertyName ?? n.name).text;
    n = inner;
  }
  out.push({ file: path.relative(folder, d.file.fileName), start: d.start, line: d.file.getLineAndCharacterOfPosition(d.start).line + 1, code: d.code, name, text: ts.flattenDiagnosticMessageText(d.messageText, '\n').split('\n')[0] });
}
console.log(JSON.stringify(out));
