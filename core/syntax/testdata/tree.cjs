// Prints, for each file named on standard input, the nodes of TypeScript's own
// tree that our tree has too: "kind start end" in the order of the source, one
// file a line. Used by tests only. Call: node tree.cjs TYPESCRIPT < list
const ts = require(process.argv[2]);
const fs = require('fs');
const kinds = { '.tsx': ts.ScriptKind.TSX, '.jsx': ts.ScriptKind.JSX, '.ts': ts.ScriptKind.TS, '.mts': ts.ScriptKind.TS, '.cts': ts.ScriptKind.TS };
const K = ts.SyntaxKind;
const words = {
  [K.CallExpression]: 'Call', [K.NewExpression]: 'New', [K.PropertyAccessExpression]: 'Member', [K.ElementAccessExpression]: 'Index', [K.ArrowFunction]: 'Arrow',
  [K.ConditionalExpression]: 'Conditional', [K.BinaryExpression]: 'Binary', [K.ObjectLiteralExpression]: 'Object', [K.ArrayLiteralExpression]: 'Array',
  [K.JsxElement]: 'Element', [K.JsxSelfClosingElement]: 'Element', [K.JsxFragment]: 'Element', [K.JsxAttribute]: 'Attr', [K.JsxSpreadAttribute]: 'Attr',
  [K.PrefixUnaryExpression]: 'Unary', [K.PostfixUnaryExpression]: 'Unary', [K.TypeOfExpression]: 'Unary', [K.VoidExpression]: 'Unary', [K.DeleteExpression]: 'Unary', [K.AwaitExpression]: 'Unary', [K.YieldExpression]: 'Unary',
  [K.ParenthesizedExpression]: 'Paren', [K.AsExpression]: 'Cast', [K.SatisfiesExpression]: 'Cast', [K.NonNullExpression]: 'Cast', [K.TypeAssertionExpression]: 'Cast',
  [K.TemplateExpression]: 'Template', [K.NoSubstitutionTemplateLiteral]: 'Template', [K.TaggedTemplateExpression]: 'Tagged', [K.ClassExpression]: 'Class', [K.FunctionExpression]: 'Function',
  [K.InterfaceDeclaration]: 'Interface', [K.TypeAliasDeclaration]: 'Alias', [K.EnumDeclaration]: 'Enum', [K.FunctionDeclaration]: 'FuncDecl', [K.ClassDeclaration]: 'ClassDecl',
  [K.ImportDeclaration]: 'Import', [K.IfStatement]: 'If', [K.ReturnStatement]: 'Return', [K.ThrowStatement]: 'Return', [K.SwitchStatement]: 'Switch', [K.TryStatement]: 'Try',
  [K.ForStatement]: 'Loop', [K.ForInStatement]: 'Loop', [K.ForOfStatement]: 'Loop', [K.WhileStatement]: 'Loop', [K.DoStatement]: 'Loop', [K.LabeledStatement]: 'Labeled',
  [K.UnionType]: 'ListType', [K.IntersectionType]: 'ListType', [K.ArrayType]: 'ArrayType', [K.TupleType]: 'TupleType', [K.FunctionType]: 'FuncType', [K.ConstructorType]: 'FuncType',
  [K.TypeLiteral]: 'ObjectType', [K.MappedType]: 'MappedType', [K.ConditionalType]: 'ConditionalType', [K.InferType]: 'InferType', [K.TypeOperator]: 'OperatorType',
  [K.IndexedAccessType]: 'IndexedType', [K.TypeQuery]: 'QueryType', [K.ParenthesizedType]: 'ParenType', [K.TypePredicate]: 'PredicateType', [K.TypeReference]: 'TypeName',
  [K.TypeParameter]: 'TypeParam', [K.Parameter]: 'Param', [K.VariableDeclaration]: 'Declarator', [K.Decorator]: '',
};
for (const name of fs.readFileSync(0, 'utf8').split('\n')) {
  if (!name) continue;
  const text = fs.readFileSync(name, 'utf8');
  const file = ts.createSourceFile(name, text, ts.ScriptTarget.Latest, true, kinds[name.slice(name.lastIndexOf('.'))] ?? ts.ScriptKind.JS);
  const found = [];
  const visit = (n) => {
    const word = words[n.kind];
    const mappedParam = n.kind === K.TypeParameter && n.parent.kind === K.MappedType;
    const caught = n.kind === K.VariableDeclaration && n.parent.kind === K.CatchClause;
    if (word && !mappedParam && !caught) found.push(`${word} ${n.getStart(file)} ${n.end}`);
    ts.forEachChild(n, visit);
  };
  visit(file);
  console.log(JSON.stringify({ name, nodes: found }));
}
