// Says which uses the TypeScript compiler accepts. In: the path of TypeScript, a
// folder to import from, the modules as JSON { name: specifier } and the uses as
// JSON [{ module, tag, attributes }]. Out: JSON, for each use whether it has no error.
const path = require('path');
const [, , tsPath, folder, modulesText, usesText] = process.argv;
const ts = require(tsPath);
const modules = JSON.parse(modulesText), uses = JSON.parse(usesText);
const options = {
  strict: true, jsx: ts.JsxEmit.ReactJSX, module: ts.ModuleKind.ESNext, moduleResolution: ts.ModuleResolutionKind.Bundler, target: ts.ScriptTarget.ES2022,
  lib: ['lib.es2023.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'], noEmit: true, skipLibCheck: true, types: ['react'],
};
const names = Object.keys(modules);
const lines = names.map((n, i) => `import * as M${i} from ${JSON.stringify(modules[n])};`);
const first = lines.length;
for (const u of uses) lines.push(`(<M${names.indexOf(u.module)}.${u.tag} ${u.attributes} />);`);
const text = lines.join('\n') + '\n';
const probe = path.join(folder, '__uses.tsx');
const program = programOf(ts, folder, options, probe, text);
const file = program.getSourceFile(probe);
const wrong = new Set();
for (const d of program.getSemanticDiagnostics(file)) wrong.add(ts.getLineAndCharacterOfPosition(file, d.start).line - first);
process.stdout.write(JSON.stringify(uses.map((_, i) => !wrong.has(i))));
