// Says what the TypeScript compiler and Vue's own types know of the components of some
// modules. In: the path of TypeScript, a folder to import from, and the modules as JSON
// { name: specifier }. Out: JSON, for each component its props (required, closed set of
// values), its slots with what they give, and the events that it is told to send.
'use strict';
const path = require('path');
const [, , tsPath, folder, modulesText] = process.argv;
const ts = require(tsPath);
const modules = JSON.parse(modulesText);
const names = Object.keys(modules);
const options = {
  strict: true, module: ts.ModuleKind.ESNext, moduleResolution: ts.ModuleResolutionKind.Bundler, target: ts.ScriptTarget.ES2022, jsx: ts.JsxEmit.Preserve,
  lib: ['lib.es2023.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'], noEmit: true, skipLibCheck: true, types: [], allowArbitraryExtensions: true,
};
const probe = path.join(folder, '__probe.ts');
const text = names.map((n, i) => `import * as M${i} from ${JSON.stringify(modules[n])};`).join('\n') + '\n' + names.map((_, i) => `M${i};`).join('\n') + '\n';
const program = programOf(ts, folder, options, probe, text, false);
const checker = program.getTypeChecker();
const file = program.getSourceFile(probe);

// What every component takes, whatever it declares.
const vuePackages = /node_modules\/(@vue\/|vue\/)/;
const everywhere = /^(class|style|key|ref|ref_for|ref_key|v-slots|v-slot:.*|\$.*|onVnode.*|onVue:.*)$/;

const without = t => (t.isUnion() ? t.types.filter(x => !(x.flags & (ts.TypeFlags.Undefined | ts.TypeFlags.Null))) : [t]);

function closed(type) {
  if (type.flags & ts.TypeFlags.Any) return null;
  const values = [];
  for (const given of without(type)) {
    // A type parameter can be nothing but what bounds it.
    const t = given.flags & ts.TypeFlags.TypeParameter ? checker.getBaseConstraintOfType(given) ?? given : given;
    if (t.isUnion()) { const inner = closed(t); if (!inner) return null; values.push(...inner); continue; }
    if (t.isStringLiteral() || t.isNumberLiteral()) values.push(JSON.stringify(t.value));
    else if (t.flags & ts.TypeFlags.BooleanLiteral) values.push(t.intrinsicName);
    else return null;
  }
  if (values.includes('true') && values.includes('false') || values.length === 0) return null;
  return values.sort();
}

const files = symbol => [...new Set((symbol.declarations ?? []).map(d => d.getSourceFile().fileName))];
const typeOf = symbol => checker.getTypeOfSymbolAtLocation(symbol, file);
const propertiesOf = type => (type ? checker.getPropertiesOfType(checker.getApparentType(type)) : []);

// Members of a union stand in any of its parts; they must be given when they must in all.
function membersOf(type) {
  const parts = type.isUnion() ? type.types : [type];
  const found = new Map();
  for (const part of parts) {
    for (const p of propertiesOf(part)) {
      const had = found.get(p.name);
      const required = !(p.flags & ts.SymbolFlags.Optional);
      if (!had) found.set(p.name, { symbol: p, required, parts: 1, types: [typeOf(p)] });
      else { had.parts++; had.required = had.required && required; had.types.push(typeOf(p)); }
    }
  }
  for (const m of found.values()) if (m.parts < parts.length) m.required = false;
  return found;
}

function propsOf(type) {
  const out = [];
  for (const [name, m] of membersOf(type)) {
    const from = files(m.symbol);
    // What a package adds to all components of an app is no member of one.
    if ((m.symbol.declarations ?? []).some(d => ts.isInterfaceDeclaration(d.parent) && /^(ComponentCustomProps|AllowedComponentProps|VNodeProps)$/.test(d.parent.name.text))) continue;
    if (everywhere.test(name) || from.length > 0 && from.every(f => vuePackages.test(f))) continue;
    const sets = m.types.map(closed);
    const values = sets.every(s => s) ? [...new Set(sets.flat())].sort() : null;
    out.push({ name, required: m.required, values, files: from, type: checker.typeToString(m.types[0]).slice(0, 120) });
  }
  return out;
}

function slotsOf(type) {
  const out = [];
  if (!type || type.flags & ts.TypeFlags.Any) return null;
  if (checker.getIndexInfosOfType(type).length > 0 && propertiesOf(type).length === 0) return null;
  for (const s of propertiesOf(type)) {
    const from = files(s);
    const t = without(typeOf(s))[0];
    let fields = null;
    const calls = t ? t.getCallSignatures() : [];
    if (calls.length > 0) {
      const first = calls[0].parameters[0];
      let given = first && typeOf(first);
      if (first?.valueDeclaration?.dotDotDotToken) {
        const rest = without(given).filter(t => checker.isTupleType(t)).sort((a, b) => checker.getTypeArguments(b).length - checker.getTypeArguments(a).length)[0];
        if (rest) given = checker.getTypeArguments(rest)[0];
      }
      if (!given || given.flags & (ts.TypeFlags.Void | ts.TypeFlags.Undefined | ts.TypeFlags.Never)) fields = [];
      else if (!(given.flags & (ts.TypeFlags.Any | ts.TypeFlags.Unknown))) {
        const all = without(given);
        fields = [...new Set(all.flatMap(x => propertiesOf(x).map(p => p.name)))].sort();
        if (all.some(x => x.flags & ts.TypeFlags.Primitive)) fields = null;
      }
    }
    out.push({ name: s.name, fields, files: from });
  }
  return out;
}

// The events that $emit takes: one signature for each, or one whose first parameter is a
// union of names.
function eventsOf(type) {
  if (!type || type.flags & ts.TypeFlags.Any) return [];
  const list = without(type).flatMap(t => t.isIntersection() ? t.types : [t]).flatMap(t => t.getCallSignatures());
  return [...new Set(list.flatMap(s => (s.parameters[0] ? without(typeOf(s.parameters[0])) : [])).filter(t => t.isStringLiteral()).map(t => t.value))];
}

const components = [], missing = [];
file.statements.filter(ts.isImportDeclaration).forEach((statement, i) => {
  const symbol = checker.getSymbolAtLocation(statement.moduleSpecifier);
  if (!symbol) { missing.push(names[i]); return; }
  for (const x of checker.getExportsOfModule(symbol)) {
    const real = x.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(x) : x;
    if (!(real.flags & ts.SymbolFlags.Value) || !/^[A-Z]/.test(x.name) && x.name !== 'default') continue;
    const type = checker.getTypeOfSymbolAtLocation(real, statement);
    if (type.flags & ts.TypeFlags.Any) { components.push({ module: names[i], name: x.name, any: true, props: [] }); continue; }
    let props, slots, emit;
    const made = type.getConstructSignatures().map(s => s.getReturnType()).filter(t => checker.getPropertyOfType(t, '$props'));
    if (made.length > 0) {
      const part = name => { const p = made.map(t => checker.getPropertyOfType(t, name)).find(Boolean); return p && typeOf(p); };
      props = part('$props');
      // Several parts of one type may each tell of slots.
      const tell = made.map(t => checker.getPropertyOfType(t, '$slots')).filter(Boolean).map(typeOf).filter(t => !(t.flags & ts.TypeFlags.Any) && propertiesOf(t).length > 0);
      slots = tell[0] ?? part('$slots');
      emit = part('$emit');
    } else {
      const call = type.getCallSignatures().find(s => s.parameters.length > 0 && checker.getPropertyOfType(s.getReturnType(), '__ctx'));
      if (!call) continue;
      props = typeOf(call.parameters[0]);
      const ctx = checker.getPropertyOfType(call.getReturnType(), '__ctx');
      const inner = ctx && without(typeOf(ctx))[0];
      const e = inner && checker.getPropertyOfType(inner, 'emit');
      emit = e && typeOf(e);
      const s = inner && checker.getPropertyOfType(inner, 'slots');
      slots = s && typeOf(s);
    }
    if (!props) continue;
    components.push({ module: names[i], name: x.name, any: Boolean(props.flags & ts.TypeFlags.Any), props: props.flags & ts.TypeFlags.Any ? [] : propsOf(props), slots: slotsOf(slots), events: eventsOf(emit) });
  }
});
console.log(JSON.stringify({ components, missing, files: program.getSourceFiles().length }));
