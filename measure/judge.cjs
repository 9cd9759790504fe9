// Says what the TypeScript compiler knows of the components of some modules.
// In: the path of TypeScript, a folder to import from, and the modules as JSON
// { name: specifier }. Out: JSON, for each component its props: required, closed
// set of values, parameters of a callback, the file that declares it.
const path = require('path');
const [, , tsPath, folder, modulesText] = process.argv;
const ts = require(tsPath);
const modules = JSON.parse(modulesText);
const options = {
  strict: true, jsx: ts.JsxEmit.ReactJSX, module: ts.ModuleKind.ESNext, moduleResolution: ts.ModuleResolutionKind.Bundler, target: ts.ScriptTarget.ES2022,
  lib: ['lib.es2023.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'], noEmit: true, skipLibCheck: true, allowJs: false, types: ['react'],
};
const probe = path.join(folder, '__probe.tsx');
const names = Object.keys(modules);

const build = text => programOf(ts, folder, options, probe, text);

// First, what the modules give out.
const imports = names.map((n, i) => `import * as M${i} from ${JSON.stringify(modules[n])};`).join('\n') + '\n';
let program = build(imports + names.map((_, i) => `M${i};`).join('\n'));
let checker = program.getTypeChecker();
const asked = [];
const missing = [];
program.getSourceFile(probe).statements.filter(ts.isImportDeclaration).forEach((s, i) => {
  const symbol = checker.getSymbolAtLocation(s.moduleSpecifier);
  if (!symbol) { missing.push(names[i]); return; }
  for (const x of checker.getExportsOfModule(symbol)) {
    const real = x.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(x) : x;
    if (!(real.flags & ts.SymbolFlags.Value)) continue;
    const name = x.name;
    if (!/^[A-Z]/.test(name) && name !== 'default') continue;
    // What is declared by a small name is a function like any other.
    const declared = real.valueDeclaration && real.valueDeclaration.name;
    if (name === 'default' && declared && /^[a-z]/.test(declared.text || '')) continue;
    asked.push({ module: i, name, path: [name] });
    const type = checker.getTypeOfSymbolAtLocation(real, s);
    // A context can be drawn by the newest framework, but is no component; nor is the name
    // of an element that a constant holds, which counts among other exports.
    const no = t => checker.getPropertyOfType(t, 'Provider') && checker.getPropertyOfType(t, 'Consumer') || t.flags & ts.TypeFlags.StringLike;
    if (no(type)) { asked.pop(); continue; }
    for (const p of checker.getPropertiesOfType(type)) {
      if (no(checker.getTypeOfSymbolAtLocation(p, s))) continue;
      if (/^[A-Z][A-Za-z0-9_]*$/.test(p.name) && !/^(Provider|Consumer)$/.test(p.name) && !(real.flags & ts.SymbolFlags.Enum)) asked.push({ module: i, name: name + '.' + p.name, path: [name, p.name] });
    }
  }
});

// Then each as a tag: the compiler says whether it is a component, and of what.
const lines = asked.map(a => `const _${asked.indexOf(a)} = <M${a.module}.${a.path.join('.')} />;`);
program = build(imports + lines.join('\n') + '\n');
checker = program.getTypeChecker();
const file = program.getSourceFile(probe);
const start = ts.getLineAndCharacterOfPosition(file, Math.max(0, file.text.indexOf('const _0'))).line;
const refused = new Set();
for (const d of program.getSemanticDiagnostics(file)) {
  if ([2604, 2605, 2607, 2786, 2339, 2694, 18046].includes(d.code)) refused.add(ts.getLineAndCharacterOfPosition(file, d.start).line - start);
}

function closed(type) {
  if (type.flags & ts.TypeFlags.Any) return null;
  const all = type.isUnion() ? type.types : [type];
  const values = [];
  for (const t of all) {
    if (t.flags & (ts.TypeFlags.Undefined | ts.TypeFlags.Null)) continue;
    if (t.isStringLiteral() || t.isNumberLiteral()) values.push(JSON.stringify(t.value));
    else if (t.flags & ts.TypeFlags.BooleanLiteral) values.push(t.intrinsicName);
    else if (t.flags & ts.TypeFlags.BigIntLiteral) values.push((t.value.negative ? '-' : '') + t.value.base10Value + 'n');
    else return null;
  }
  if (values.includes('true') && values.includes('false') || values.length === 0) return null;
  return values.sort();
}

function callback(type) {
  const all = (type.isUnion() ? type.types : [type]).filter(t => !(t.flags & (ts.TypeFlags.Undefined | ts.TypeFlags.Null)));
  if (all.length !== 1) return null;
  const sigs = all[0].getCallSignatures();
  if (sigs.length !== 1 || all[0].getConstructSignatures().length) return null;
  return sigs[0].getParameters().flatMap(p => {
    // A rest that is a tuple stands for parameters of its own.
    const t = p.valueDeclaration && p.valueDeclaration.dotDotDotToken && checker.getTypeOfSymbol(p);
    if (!t || !checker.isTupleType(t)) return [p.name];
    return checker.getTypeArguments(t).map((_, i) => { const d = (t.target.labeledElementDeclarations || [])[i]; return d ? d.name.text || '__' : '__'; });
  });
}

function files(symbol) {
  return [...new Set((symbol.declarations || []).map(d => d.getSourceFile().fileName))];
}

const components = [];
asked.forEach((a, i) => {
  if (refused.has(i)) return;
  let element;
  ts.forEachChild(file.statements[names.length + i], function visit(n) {
    if (ts.isJsxSelfClosingElement(n)) element = n; else ts.forEachChild(n, visit);
  });
  const type = checker.getTypeAtLocation(element.tagName);
  if (type.flags & ts.TypeFlags.Any) { components.push({ module: names[a.module], name: a.name, any: true, props: [] }); return; }
  // Overloaded: all ways together; else what the tag itself takes.
  const sigs = type.getCallSignatures();
  const sets = [];
  if (sigs.length > 1) {
    for (const s of sigs) {
      const p = s.getParameters()[0];
      const t = p && checker.getTypeOfSymbolAtLocation(p, element);
      // Of one that depends on what the app chooses, the compiler lists nothing.
      if (t && checker.getPropertiesOfType(t).length > 0) sets.push(t);
    }
  } else {
    const t = checker.getContextualType(element.attributes);
    if (t) sets.push(t);
  }
  // An intersection without properties has members that nothing fits: nobody can choose it.
  const none = t => t.flags & ts.TypeFlags.Never || t.isIntersection() && checker.getPropertiesOfType(t).length === 0;
  const modes = sets.flatMap(t => (t.isUnion() ? t.types : [t])).filter(t => !none(t));
  if (modes.some(t => t.flags & ts.TypeFlags.Any)) { components.push({ module: names[a.module], name: a.name, any: true, props: [] }); return; }
  const props = new Map();
  for (const mode of modes) {
    for (const p of checker.getPropertiesOfType(mode)) {
      if (p.name === 'ref' || p.name === 'key' || p.name.startsWith('__@')) continue;
      const t = checker.getNonOptionalType ? checker.getTypeOfSymbolAtLocation(p, element) : checker.getTypeOfSymbolAtLocation(p, element);
      const entry = props.get(p.name) || { name: p.name, types: [], count: 0, optional: false, files: [] };
      entry.files.push(...files(p));
      entry.types.push(t);
      entry.count++;
      entry.optional = entry.optional || !!(p.flags & ts.SymbolFlags.Optional);
      props.set(p.name, entry);
    }
  }
  const list = [];
  for (const p of props.values()) {
    const both = v => v && v.includes('true') && v.includes('false');
    let values = [], params = null, text = new Set();
    for (const t of p.types) {
      const only = checker.getNonNullableType(t);
      if (only.flags & ts.TypeFlags.Never) continue;
      const c = closed(only);
      values = values && c ? [...new Set([...values, ...c])].sort() : null;
      params = p.types.length === 1 ? callback(only) : null;
      text.add(checker.typeToString(t, undefined, ts.TypeFormatFlags.NoTruncation).slice(0, 300));
    }
    list.push({ name: p.name, required: !p.optional && p.count === modes.length, values: values && values.length && !both(values) ? values : null, params, files: [...new Set(p.files)], type: [...text].join(' / ') });
  }
  components.push({ module: names[a.module], name: a.name, props: list });
});
process.stdout.write(JSON.stringify({ components, missing, files: program.getSourceFiles().length }));
