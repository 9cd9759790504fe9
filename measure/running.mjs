// Loads a Vue package in Node and says what props and events its components declare when
// they run. In: the folder to import from, the package. Out: JSON, { name: { props: { name:
// required }, events: [names] } } of what it exports.
import { createRequire } from 'node:module';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { readFileSync } from 'node:fs';

const [, , folder, wanted] = process.argv;
console.log = console.warn = console.info = console.error = () => {};
process.on('unhandledRejection', () => {});
const name = JSON.parse(wanted);
const home = path.join(folder, 'node_modules', name);
const manifest = JSON.parse(readFileSync(path.join(home, 'package.json'), 'utf8'));
const main = createRequire(path.join(folder, 'x.js')).resolve(name);
let given;
try {
  given = await import(pathToFileURL(main));
  if (given.default && Object.keys(given).length <= 2) given = given.default;
} catch {
  given = await import(pathToFileURL(path.join(home, manifest.module ?? manifest.main)));
}

const camel = s => s.replace(/-(\w)/g, (_, c) => c.toUpperCase());
function collect(component, into, seen = new Set()) {
  if (!component || seen.has(component)) return;
  seen.add(component);
  for (const base of [component.extends, ...(component.mixins ?? [])]) collect(base, into, seen);
  const props = component.props ?? {};
  for (const key of Array.isArray(props) ? props : Object.keys(props)) into.props[camel(key)] = !Array.isArray(props) && props[key]?.required === true;
  const emits = component.emits ?? [];
  into.events.push(...(Array.isArray(emits) ? emits : Object.keys(emits)).map(camel));
}

const out = {};
for (const [key, component] of Object.entries(given)) {
  if (!component || !/^[A-Z]/.test(key) || typeof component !== 'object' && typeof component !== 'function') continue;
  if (!component.setup && !component.render && !component.props) continue;
  out[key] = { props: {}, events: [] };
  collect(component, out[key]);
}
process.stdout.write(JSON.stringify(out), () => process.exit(0));
