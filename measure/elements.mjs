// Loads the modules of custom elements in Node, with a DOM of which only the outlines are
// there, and says which attributes each class observes. In: the folder to import from and
// the modules as JSON { module: [names of classes] }. Out: JSON, { classes: { module#name:
// [attributes] }, failed: { module: why } }.
import { createRequire } from 'node:module';
import path from 'node:path';
import { pathToFileURL } from 'node:url';

const [, , folder, modulesText] = process.argv;
const shim = await import(pathToFileURL(createRequire(path.join(folder, 'x.js')).resolve('@lit-labs/ssr-dom-shim')));
const outline = { createElement: () => element(), createTreeWalker: () => ({}), createComment: () => ({}), createTextNode: () => ({}), importNode: x => x,
  querySelector: () => null, querySelectorAll: () => [], getElementById: () => null, addEventListener() {}, removeEventListener() {}, adoptedStyleSheets: [] };
function element() {
  return { style: {}, dataset: {}, classList: { add() {}, remove() {} }, append() {}, appendChild() {}, prepend() {}, insertBefore() {}, remove() {}, setAttribute() {}, getAttribute: () => null,
    hasAttribute: () => false, attachShadow: () => element(), addEventListener() {}, content: {}, children: [], childNodes: [], cloneNode() { return element(); } };
}
const names = ['HTMLElement', 'Element', 'customElements', 'CustomElementRegistry', 'Event', 'CustomEvent', 'EventTarget', 'CSSStyleSheet'];
const set = (name, value) => { try { globalThis[name] ??= value; } catch { /* Node's own is as good */ } };
for (const name of names) if (shim[name]) try { globalThis[name] = shim[name]; } catch { /* the same */ }
set('window', globalThis);
set('document', { ...outline, head: element(), body: element(), documentElement: element() });
for (const name of ['Node', 'Document', 'DocumentFragment', 'ShadowRoot', 'NodeFilter', 'Range', 'DOMParser', 'KeyboardEvent', 'MouseEvent', 'FocusEvent', 'PointerEvent', 'InputEvent', 'FormData', 'CSSStyleSheet', 'SVGElement', 'Text', 'File', 'Blob', 'StorageEvent'])
  set(name, class { replaceSync() {} });
for (const name of ['MutationObserver', 'ResizeObserver', 'IntersectionObserver']) set(name, class { observe() {} disconnect() {} });
for (const name of ['HTMLInputElement', 'HTMLButtonElement', 'HTMLFormElement', 'HTMLAnchorElement', 'HTMLDialogElement', 'HTMLSlotElement', 'HTMLTemplateElement', 'HTMLTextAreaElement', 'HTMLSelectElement'])
  set(name, class extends globalThis.HTMLElement {});
set('requestAnimationFrame', () => 0);
set('matchMedia', () => ({ matches: false, addEventListener() {}, addListener() {} }));
set('getComputedStyle', () => ({ getPropertyValue: () => '' }));
set('addEventListener', () => {});
set('location', { href: 'http://localhost/', search: '', hash: '' });

// What the packages print is no answer, and one that fails does not stop the others.
console.log = console.warn = console.info = console.error = () => {};
process.on('unhandledRejection', () => {});
process.on('uncaughtException', () => {});

const classes = {}, failed = {};
for (const [module, wanted] of Object.entries(JSON.parse(modulesText))) {
  try {
    const given = await import(pathToFileURL(path.join(folder, module)));
    for (const name of wanted) {
      const made = given[name] ?? given.default;
      if (typeof made === 'function') classes[`${module}#${name}`] = [...(made.observedAttributes ?? [])].sort();
    }
  } catch (error) {
    failed[module] = String(error.message).split('\n')[0];
  }
}
process.stdout.write(JSON.stringify({ classes, failed }), () => process.exit(0));
