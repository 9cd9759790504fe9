// Runs the frameworks' own compilers over files and prints what they refuse, as JSON:
// a list of { file, message }. Arguments: the folder of the compilers, TypeScript's
// folder, the folder that holds the files, and what to judge them by.
const fs = require('node:fs');
const path = require('node:path');
const { createRequire } = require('node:module');
const { pathToFileURL } = require('node:url');

const [compilers, typescript, folder, by] = process.argv.slice(2);
const load = createRequire(path.join(compilers, 'package.json'));
const found = [];
const refuse = (file, error) => found.push({ file: path.relative(folder, file), message: String((error && error.message) || error) });

function* files(dir) {
  for (const entry of fs.readdirSync(dir, { withFileTypes: true })) {
    const name = path.join(dir, entry.name);
    if (entry.name === 'node_modules') continue;
    if (entry.isDirectory()) yield* files(name);
    else yield name;
  }
}

const of = (...endings) => [...files(folder)].filter((f) => endings.some((e) => f.endsWith(e)));

const judges = {
  async typescript() {
    const ts = require(typescript);
    const program = ts.createProgram(of('.ts', '.tsx'), {
      strict: true, noEmit: true, skipLibCheck: true, jsx: ts.JsxEmit.ReactJSX, target: ts.ScriptTarget.ES2022,
      module: ts.ModuleKind.ESNext, moduleResolution: ts.ModuleResolutionKind.Bundler, types: [],
    });
    for (const d of ts.getPreEmitDiagnostics(program)) {
      const at = d.file ? d.file.getLineAndCharacterOfPosition(d.start).line + 1 : 0;
      refuse(d.file ? d.file.fileName : folder, 'line ' + at + ': ' + ts.flattenDiagnosticMessageText(d.messageText, ' '));
    }
  },
  async vue() {
    const sfc = load('@vue/compiler-sfc');
    sfc.registerTS(() => require(typescript));
    for (const file of of('.vue')) {
      try {
        const { descriptor, errors } = sfc.parse(fs.readFileSync(file, 'utf8'), { filename: file });
        for (const e of errors) refuse(file, e);
        const script = sfc.compileScript(descriptor, { id: 'x', inlineTemplate: true });
        const template = sfc.compileTemplate({ source: descriptor.template.content, filename: file, id: 'x', compilerOptions: { bindingMetadata: script.bindings, expressionPlugins: ['typescript'] } });
        for (const e of template.errors) refuse(file, e);
      } catch (e) {
        refuse(file, e);
      }
    }
  },
  async svelte() {
    const { compile } = load('svelte/compiler');
    for (const file of of('.svelte')) {
      try {
        compile(fs.readFileSync(file, 'utf8'), { filename: file, generate: 'client' });
      } catch (e) {
        refuse(file, e);
      }
    }
  },
  async angular() {
    const ng = await import(pathToFileURL(load.resolve('@angular/compiler-cli')));
    const rootNames = of('.ts');
    const options = { strict: true, noEmit: true, skipLibCheck: true, strictTemplates: true, target: 9, module: 99, moduleResolution: 100, types: [], _enableTemplateTypeChecker: true, experimentalDecorators: true };
    const result = ng.performCompilation({ rootNames, options, emitFlags: 0 });
    for (const d of result.diagnostics) {
      const at = d.file ? d.file.getLineAndCharacterOfPosition(d.start).line + 1 : 0;
      refuse(d.file ? d.file.fileName : folder, 'line ' + at + ': ' + (typeof d.messageText === 'string' ? d.messageText : d.messageText.messageText));
    }
  },
  async ember() {
    const { preprocess } = load('@glimmer/syntax');
    for (const file of of('.hbs')) {
      try {
        preprocess(fs.readFileSync(file, 'utf8'));
      } catch (e) {
        refuse(file, e);
      }
    }
  },
};

judges[by]().then(() => console.log(JSON.stringify(found)), (e) => {
  console.error(e);
  process.exit(1);
});
