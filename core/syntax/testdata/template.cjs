// Lists the nodes of the templates of Vue's single-file components, as Vue's own
// parser sees them: a line of JSON for each file named on standard input.
const { readFileSync } = require('node:fs');
const { parse } = require(process.argv[2]);

const words = [];
function list(node) {
  const at = `${node.loc.start.offset} ${node.loc.end.offset}`;
  switch (node.type) {
    case 1: // element
      words.push(`element ${node.tag} ${at}`);
      if (node.props.some((p) => p.name === 'pre' && p.type === 7)) return;
      node.props.forEach(list);
      node.children.forEach(list);
      break;
    case 5:
      words.push(`interpolation ${at}`);
      break;
    case 6:
      words.push(`attribute ${node.name} ${JSON.stringify(node.value?.content ?? '')} ${at}`);
      break;
    case 7:
      words.push(`directive ${node.name} ${node.arg?.content ?? ''} ${node.modifiers.map((m) => m.content).join('.')} ${at}`);
      break;
  }
}
require('node:readline').createInterface({ input: process.stdin }).on('line', (Name) => {
  words.length = 0;
  const { descriptor, errors } = parse(readFileSync(Name, 'utf8'), { filename: Name, sourceMap: false });
  const template = descriptor.template;
  if (errors.length > 0 || !template?.ast || (template.lang && template.lang !== 'html')) {
    console.log(JSON.stringify({ Name, Nodes: [], Error: String(errors[0] ?? 'no template that is read') }));
    return;
  }
  template.ast.children.forEach(list);
  console.log(JSON.stringify({ Name, Nodes: words }));
});
