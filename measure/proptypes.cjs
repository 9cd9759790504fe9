// Says what components declare of themselves when they run: their tables of prop types
// and of defaults. In: the name of a package. Out: JSON, as the compiler's judge gives it.
const Module = require('module');
const path = require('path');
const [, , folder, name] = process.argv;

// The package that makes prop types is taken over by one that remembers what is asked.
const required = Symbol('required');
const values = Symbol('values');
function type(of) {
  const plain = () => null;
  plain[values] = of;
  plain.isRequired = () => null;
  plain.isRequired[required] = true;
  plain.isRequired[values] = of;
  return plain;
}
const simple = ['array', 'bigint', 'bool', 'func', 'number', 'object', 'string', 'symbol', 'any', 'element', 'elementType', 'node'];
const PropTypes = Object.fromEntries(simple.map(n => [n, type(null)]));
for (const n of ['arrayOf', 'objectOf', 'instanceOf', 'shape', 'exact']) PropTypes[n] = () => type(null);
// One of several sets of values is one set.
PropTypes.oneOfType = list => type(list.every(t => t && t[values]) ? list.flatMap(t => t[values]) : null);
PropTypes.oneOf = list => type(list);
Object.assign(PropTypes, { checkPropTypes() {}, resetWarningCache() {}, PropTypes, default: PropTypes, __esModule: true });

const load = Module._load;
Module._load = function (request, ...rest) {
  if (/^prop-types($|\/(prop-types|index)(\.js)?$)/.test(request)) return PropTypes;
  if (/\.(css|scss|less|svg|png)$/.test(request)) return {};
  return load.call(this, request, ...rest);
};
for (const n of ['window', 'self']) globalThis[n] ??= globalThis;
for (const n of ['Node', 'Element', 'HTMLElement', 'SVGElement']) globalThis[n] ??= class {};
globalThis.document ??= { createElement: () => ({ style: {}, setAttribute() {}, appendChild() {} }), documentElement: { style: {} }, body: { style: {} }, removeEventListener() {}, addEventListener() {}, querySelector: () => null, getElementsByTagName: () => [] };

for (const n of ['requestAnimationFrame', 'cancelAnimationFrame', 'addEventListener', 'removeEventListener']) globalThis[n] ??= () => 0;
globalThis.navigator ??= { userAgent: '', language: 'en' };
globalThis.location ??= { href: '', hostname: '' };
globalThis.getComputedStyle ??= () => ({});
const all = Module.createRequire(path.join(folder, 'x.js'))(name);
const components = [];
function closed(list) {
  if (!list) return null;
  const given = [...new Set(list.filter(v => v !== undefined && v !== null))];
  if (!given.length || !given.every(v => ['string', 'number', 'boolean'].includes(typeof v)) || given.includes(true) && given.includes(false)) return null;
  return given.map(v => JSON.stringify(v)).sort();
}
function visit(as, of, depth) {
  if (!of || !['function', 'object'].includes(typeof of) || !/^[A-Z]/.test(as.split('.').pop())) return;
  if (of.propTypes && typeof of.propTypes === 'object') {
    const defaults = of.defaultProps || {};
    const props = new Map();
    for (const [n, t] of Object.entries(of.propTypes)) {
      if (n === 'key' || n === 'ref' || typeof t !== 'function') continue;
      props.set(n, { name: n, untyped: !(values in t), required: !!t[required] && defaults[n] === undefined, values: closed(t[values]), files: [], type: '' });
    }
    components.push({ module: '.', name: as, props: [...props.values()] });
  } else components.push({ module: '.', name: as, any: true, props: [] });
  if (depth < 2) for (const [n, v] of Object.entries(of)) visit(as + '.' + n, v, depth + 1);
}
for (const [n, v] of Object.entries(all)) visit(n, v, 0);
// What was loaded may wait for something: it is not waited for.
process.stdout.write(JSON.stringify({ components, missing: [] }), () => process.exit());
