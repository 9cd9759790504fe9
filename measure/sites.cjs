// Says where Vue's own compiler sees components of a package used in single-file
// components. In: the folder of Vue's packages, the folder of the sources, the package.
// Out: JSON, each element with its file, line, column, name and what is given to it:
// names of attributes and bindings, of listened events, of filled slots.
'use strict';
const fs = require('fs');
const path = require('path');
const [, , vueFolder, folder, packageText] = process.argv;
const wanted = JSON.parse(packageText);
const at = name => require(require.resolve(name, { paths: [vueFolder] }));
const sfc = at('@vue/compiler-sfc');

const from = source => source === wanted || source.startsWith(wanted + '/');
const camel = s => s.replace(/-(\w)/g, (_, c) => c.toUpperCase());
const capital = s => s[0].toUpperCase() + s.slice(1);

function files(dir) {
  return fs.readdirSync(dir, { withFileTypes: true }).flatMap(e => {
    const name = path.join(dir, e.name);
    if (e.isDirectory()) return e.name === 'node_modules' ? [] : files(name);
    return e.name.endsWith('.vue') ? [name] : [];
  });
}

const sites = [], failed = [];
let read = 0;
for (const file of files(folder).sort()) {
  const text = fs.readFileSync(file, 'utf8');
  const { descriptor, errors } = sfc.parse(text, { filename: file, sourceMap: false });
  if (errors.length > 0 || !descriptor.template) { if (errors.length) failed.push(path.relative(folder, file)); continue; }
  read++;
  let imports = {};
  try {
    if (descriptor.script || descriptor.scriptSetup) imports = sfc.compileScript(descriptor, { id: 'x', fs: { fileExists: fs.existsSync, readFile: f => fs.readFileSync(f, 'utf8') } }).imports ?? {};
  } catch (error) {
    failed.push(path.relative(folder, file) + ': ' + String(error.message).split('\n')[0]);
    continue;
  }
  const resolve = name => {
    for (const spelled of [name, camel(name), capital(camel(name))]) {
      const found = Object.hasOwn(imports, spelled) && imports[spelled];
      if (found) return from(found.source) && !found.isType ? found.imported : null;
    }
    const [space, member] = name.split('.');
    const found = member && Object.hasOwn(imports, space) && imports[space];
    return found && from(found.source) ? (found.imported === '*' ? member : `${found.imported}.${member}`) : null;
  };
  // Which components an expression may be: each name in it that was imported.
  const mayBe = text => [...new Set((text.match(/[A-Za-z_$][\w$]*(\.[A-Za-z_$][\w$]*)?/g) ?? []).map(word => resolve(word)).filter(Boolean))];
  const visit = node => {
    if (node.type === 1) {
      const is = node.tag === 'component' && node.props.find(p => p.type === 7 && p.name === 'bind' && p.arg?.content === 'is');
      for (const name of is ? mayBe(is.exp?.content ?? '') : [resolve(node.tag)].filter(Boolean)) {
        const site = { file: path.relative(folder, file), line: node.loc.start.line, column: node.loc.start.column, name, given: [], events: [], slots: [], spread: 0 };
        for (const p of node.props) {
          if (p === is || (p.arg?.content ?? p.name) === 'key') continue; // no member of the component
          if (p.type === 6) site.given.push(p.name);
          else if (p.name === 'bind' && !p.arg) site.spread++;
          else if (p.name === 'bind' && p.arg.isStatic) site.given.push(p.arg.content);
          else if (p.name === 'model') {
            const name = p.arg ? p.arg.content : 'modelValue';
            site.given.push(name);
            site.events.push('update:' + name);
          }
          else if (p.name === 'on' && p.arg?.isStatic) site.events.push(p.arg.content);
          else if (p.name === 'slot') site.slots.push(p.arg ? (p.arg.isStatic ? p.arg.content : '?') : 'default');
        }
        let content = false;
        for (const child of node.children) {
          const slot = child.type === 1 && child.tag === 'template' && child.props.find(p => p.type === 7 && p.name === 'slot');
          if (slot) site.slots.push(slot.arg ? (slot.arg.isStatic ? slot.arg.content : '?') : 'default');
          else if (child.type !== 3 && !(child.type === 2 && !child.content.trim())) content = true;
        }
        if (content && !site.slots.includes('default')) site.slots.push('default');
        sites.push(site);
      }
    }
    for (const child of node.children ?? []) visit(child);
  };
  visit(descriptor.template.ast);
}
console.log(JSON.stringify({ sites, failed, files: read }));
