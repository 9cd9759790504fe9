'use strict';
// Says in which members the components of two copies of one package differ. In: the path
// of TypeScript, the folder that both stand in, the names of the two copies, the
// components as [{ module, path, vue }]. Out: JSON, a list of differences { component,
// member, kind, fits, fitsBack, old, new }. The kind is gone, came, required, optional, type
// (one does not fit the other), shape (both fit each other, and still they are not the same)
// or blind (the compiler takes one of them for any).
const path = require('path');
const [, , tsPath, folder, oldText, newText, askedText] = process.argv;
const ts = require(tsPath);
const copies = [JSON.parse(oldText), JSON.parse(newText)];
const asked = JSON.parse(askedText);
const vue = asked.some(a => a.vue);
const options = {
  strict: true, jsx: vue ? ts.JsxEmit.Preserve : ts.JsxEmit.ReactJSX, module: ts.ModuleKind.ESNext, moduleResolution: ts.ModuleResolutionKind.Bundler, target: ts.ScriptTarget.ES2022,
  lib: ['lib.es2023.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'], noEmit: true, skipLibCheck: true, types: vue ? [] : ['react'], allowArbitraryExtensions: vue,
};
const probe = path.join(folder, '__probe.tsx');
const modules = [...new Set(asked.map(a => a.module))];
const specifier = (copy, module) => copy + module.slice(1);
let text = copies.map((copy, side) => modules.map((m, i) => `import * as M${side}_${i} from ${JSON.stringify(specifier(copy, m))};`).join('\n')).join('\n') + '\n';
for (const a of asked) {
  for (const side of [0, 1]) {
    const name = `M${side}_${modules.indexOf(a.module)}.${a.path.join('.')}`;
    text += vue ? `const _ = ${name};\n` : `const _ = <${name} />;\n`;
  }
}
const program = programOf(ts, folder, options, probe, text);
const checker = program.getTypeChecker();
const file = program.getSourceFile(probe);
const lines = file.statements.slice(modules.length * 2);

// What the tag, or the component's own type, says that it takes: one type for each mode.
function modesOf(statement) {
  const x = statement.declarationList.declarations[0].initializer;
  let sets = [];
  if (vue) {
    const type = checker.getTypeAtLocation(x);
    if (type.flags & ts.TypeFlags.Any) return null;
    const made = type.getConstructSignatures()[0];
    if (made) {
      const props = checker.getPropertyOfType(made.getReturnType(), '$props');
      if (props) sets.push(checker.getTypeOfSymbolAtLocation(props, x));
    } else {
      const first = type.getCallSignatures()[0]?.getParameters()[0];
      if (first) sets.push(checker.getTypeOfSymbolAtLocation(first, x));
    }
  } else {
    const type = checker.getTypeAtLocation(x.tagName);
    if (type.flags & ts.TypeFlags.Any) return null;
    const signatures = type.getCallSignatures();
    if (signatures.length > 1) {
      for (const s of signatures) {
        const p = s.getParameters()[0];
        const t = p && checker.getTypeOfSymbolAtLocation(p, x);
        if (t && checker.getPropertiesOfType(t).length > 0) sets.push(t);
      }
    } else {
      // A generic one takes what its own choice of type arguments makes of it.
      const chosen = signatures[0]?.typeParameters ? checker.getResolvedSignature(x)?.getParameters()[0] : undefined;
      const t = chosen ? checker.getTypeOfSymbolAtLocation(chosen, x) : checker.getContextualType(x.attributes);
      if (t) sets.push(t);
    }
  }
  const none = t => t.flags & ts.TypeFlags.Never || t.isIntersection() && checker.getPropertiesOfType(t).length === 0;
  const modes = sets.flatMap(t => (t.isUnion() ? t.types : [t])).filter(t => !none(t));
  return modes.some(t => t.flags & ts.TypeFlags.Any) ? null : modes;
}

const withoutUndefined = t => (t.isUnion() ? t.types.filter(x => !(x.flags & ts.TypeFlags.Undefined)) : [t]);

// Whether two types are made of the same, as far down as their shapes tell.
function same(a, b, depth = 0, seen = new Set()) {
  if (a === b || depth > 8) return true;
  const key = `${a.id},${b.id}`;
  if (seen.has(key)) return true;
  seen.add(key);
  const inner = (x, y) => same(x, y, depth + 1, seen);
  if (a.isUnion() || b.isUnion()) {
    // Values beside the type that they are of are words to an editor and nothing else.
    const open = t => t.some(x => x.flags & ts.TypeFlags.String || x.isIntersection() && x.types.some(y => y.flags & ts.TypeFlags.String));
    const [l, r] = [a, b].map(t => withoutUndefined(t)).map(t => (open(t) ? t.filter(x => !x.isStringLiteral()) : t));
    return l.length === r.length && l.every(x => r.some(y => checker.isTypeAssignableTo(x, y) && inner(x, y)));
  }
  if ((a.flags & ts.TypeFlags.Primitive) !== 0 || (b.flags & ts.TypeFlags.Primitive) !== 0) return a.flags === b.flags && a.value === b.value;
  // What both take from elsewhere differs in its arguments only: lists, records of a framework.
  if (a.target && a.target === b.target) {
    const [xs, ys] = [a, b].map(t => checker.getTypeArguments(t));
    return xs.length === ys.length && xs.every((x, i) => inner(x, ys[i]));
  }
  const [pa, pb] = [a, b].map(t => new Map(checker.getPropertiesOfType(t).map(p => [p.escapedName, p])));
  if (pa.size !== pb.size) return false;
  for (const [name, p] of pa) {
    const q = pb.get(name);
    if (!q || (p.flags & ts.SymbolFlags.Optional) !== (q.flags & ts.SymbolFlags.Optional)) return false;
    if (p !== q && !inner(checker.getTypeOfSymbolAtLocation(p, file), checker.getTypeOfSymbolAtLocation(q, file))) return false;
  }
  const [sa, sb] = [a, b].map(t => t.getCallSignatures());
  if (sa.length !== sb.length) return false;
  return sa.every((s, i) => {
    if (s.typeParameters || sb[i].typeParameters) return true;
    const [xs, ys] = [s, sb[i]].map(x => x.getParameters());
    return xs.length === ys.length && xs.every((x, j) => inner(checker.getTypeOfSymbolAtLocation(x, file), checker.getTypeOfSymbolAtLocation(ys[j], file))) && inner(s.getReturnType(), sb[i].getReturnType());
  });
}

// How the members of one mode differ. What stands for undefined goes with whether a member
// must be given, and is not counted again.
function compare(old, now, say) {
  const [a, b] = [old, now].map(t => new Map(checker.getPropertiesOfType(t).map(p => [p.name, p])));
  for (const name of new Set([...a.keys(), ...b.keys()])) {
    if (name === 'ref' || name === 'key' || name.startsWith('__@')) continue;
    const p = a.get(name), q = b.get(name);
    if (p === q) continue;
    if (!q) { say(name, 'gone'); continue; }
    if (!p) { say(name, 'came', { needed: !(q.flags & ts.SymbolFlags.Optional) }); continue; }
    const [was, is] = [p, q].map(x => !(x.flags & ts.SymbolFlags.Optional));
    if (was !== is) say(name, is ? 'required' : 'optional');
    const [s, t] = [p, q].map(x => checker.getTypeOfSymbolAtLocation(x, file));
    const texts = { old: checker.typeToString(s, undefined, ts.TypeFormatFlags.NoTruncation).slice(0, 400), new: checker.typeToString(t, undefined, ts.TypeFormatFlags.NoTruncation).slice(0, 400) };
    if (s.flags & ts.TypeFlags.Any || t.flags & ts.TypeFlags.Any) { if ((s.flags & ts.TypeFlags.Any) !== (t.flags & ts.TypeFlags.Any)) say(name, 'blind', texts); continue; }
    // Whatever markup there is, the compiler takes it for an element of anything.
    if (/^ReactElement</.test(texts.old) && /^ReactElement</.test(texts.new)) continue;
    const fits = (x, y) => withoutUndefined(x).every(m => checker.isTypeAssignableTo(m, y));
    const forth = fits(s, t), back = fits(t, s);
    if (!forth || !back) say(name, 'type', { fits: forth, fitsBack: back, ...texts });
    // What a callback is handed can be more or less without a difference to any use.
    else if (!withoutUndefined(s).every(x => x.getCallSignatures().length > 0 || x.flags & ts.TypeFlags.Null) && !same(s, t)) say(name, 'shape', { fits: true, fitsBack: true, ...texts });
  }
}

const out = [], unknown = [];
asked.forEach((a, i) => {
  const component = a.path.join('.');
  const [old, now] = [modesOf(lines[2 * i]), modesOf(lines[2 * i + 1])];
  if (!old) { unknown.push(component); return; }
  if (!now) { out.push({ module: a.module, component, member: '', kind: 'gone' }); return; }
  const said = new Map();
  const say = (member, kind, more = {}) => {
    const key = member + ' ' + kind;
    const had = said.get(key);
    if (had) { had.fits = had.fits && more.fits; had.fitsBack = had.fitsBack && more.fitsBack; return; }
    said.set(key, { module: a.module, component, member, kind, ...more });
  };
  if (old.length === now.length) old.forEach((t, k) => compare(t, now[k], say));
  else say('', 'modes');
  out.push(...said.values());
});
console.log(JSON.stringify({ differ: out, unknown }));
