// Says what components draw when they run. In: the file of their code, and a file of the
// states to draw them in, lines of JSON { component, props, slots }; a slot is given as its
// own name in brackets. Out: JSON, for each state the outermost elements, how often each slot
// was drawn, the classes and data attributes, where the attribute data-probe went, and the
// words that stand in elements.
'use strict';
const fs = require('fs');
const Module = require('module');
const [, , file, states] = process.argv;
const from = Module.createRequire(file);
const { createElement } = from('react');
const { renderToStaticMarkup } = from('react-dom/server');
const kit = from(file);
const out = [];
for (const line of fs.readFileSync(states, 'utf8').split('\n').filter(Boolean)) {
  const { component, props, slots } = JSON.parse(line);
  for (const s of slots) props[s] = `[${s}]`;
  props['data-probe'] = '1';
  const html = renderToStaticMarkup(createElement(kit[component], props));
  const told = { roots: [], slots: {}, classes: [], data: [], probes: [], words: [] };
  let depth = 0;
  for (const [, close, tag, attributes, text] of html.matchAll(/<(\/?)([a-z0-9]+)([^>]*)>|([^<]+)/g)) {
    if (text !== undefined) {
      for (const [, s] of text.matchAll(/\[(\w+)\]/g)) told.slots[s] = (told.slots[s] || 0) + 1;
      told.words.push(...text.match(/T\d+/g) || []);
      continue;
    }
    if (close) { depth--; continue; }
    if (depth++ === 0) told.roots.push(tag);
    for (const [, name, value] of attributes.matchAll(/ ([a-z0-9-]+)="([^"]*)"/g)) {
      if (name === 'class') told.classes.push(...value.split(' ').filter(Boolean));
      else if (name === 'data-probe') told.probes.push(tag);
      else if (name.startsWith('data-')) told.data.push(name);
    }
  }
  out.push(told);
}
console.log(JSON.stringify(out));
