// The changes that mutation testing makes to a file, one at a time: each is a fault that a person could have made.
import ts from 'typescript';

const K = ts.SyntaxKind;
/** An operator and what it is taken for. */
const SWAPS = new Map([
  [K.PlusToken, '-'],
  [K.MinusToken, '+'],
  [K.AsteriskToken, '/'],
  [K.SlashToken, '*'],
  [K.LessThanToken, '<='],
  [K.LessThanEqualsToken, '<'],
  [K.GreaterThanToken, '>='],
  [K.GreaterThanEqualsToken, '>'],
  [K.EqualsEqualsEqualsToken, '!=='],
  [K.ExclamationEqualsEqualsToken, '==='],
  [K.AmpersandAmpersandToken, '||'],
  [K.BarBarToken, '&&'],
  [K.PlusEqualsToken, '-='],
  [K.MinusEqualsToken, '+=']
]);
/** Names of calls and what they are taken for. */
const CALLS = { min: 'max', max: 'min', some: 'every', every: 'some', floor: 'ceil', ceil: 'floor' };

const isText = (node) => ts.isStringLiteralLike(node) || ts.isTemplateExpression(node);
/** Sticking texts together is no sum. */
const joinsText = (node) => isText(node.left) || isText(node.right);

/**
 * Every change of a source text: where it begins and ends, what stands there then, and what it is called.
 * Types, imports and texts are left alone; a table of figures is changed like anything else.
 * @returns {{ start: number, end: number, by: string, what: string, line: number }[]}
 */
export function mutantsOf(source, fileName = 'file.ts') {
  const file = ts.createSourceFile(fileName, source, ts.ScriptTarget.Latest, true);
  const out = [];
  const add = (node, by, what) => {
    const start = node.getStart(file);
    out.push({ start, end: node.getEnd(), by, what, line: file.getLineAndCharacterOfPosition(start).line + 1 });
  };
  const condition = (node) => {
    add(node, 'true', 'condition always so');
    add(node, 'false', 'condition never so');
  };
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isTypeAliasDeclaration(node)) return;
    if (ts.isInterfaceDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) {
      const by = SWAPS.get(node.operatorToken.kind);
      const sum = [K.PlusToken, K.PlusEqualsToken].includes(node.operatorToken.kind);
      if (by && !(sum && joinsText(node))) add(node.operatorToken, by, `${node.operatorToken.getText(file)} for ${by}`);
    }
    if (ts.isIfStatement(node)) condition(node.expression);
    if (ts.isConditionalExpression(node)) condition(node.condition);
    if (ts.isPrefixUnaryExpression(node)) {
      if (node.operator === K.ExclamationToken) add(node, node.operand.getText(file), 'not left out');
      if (node.operator === K.MinusToken && !ts.isNumericLiteral(node.operand))
        add(node, node.operand.getText(file), 'sign left out');
    }
    if (ts.isNumericLiteral(node)) {
      const value = Number(node.text.replaceAll('_', ''));
      add(node, String(value === 0 ? 1 : value * 1.5), 'another figure');
    }
    if (node.kind === K.TrueKeyword) add(node, 'false', 'true for false');
    if (node.kind === K.FalseKeyword) add(node, 'true', 'false for true');
    if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
      const { name } = node.expression;
      const by = Object.hasOwn(CALLS, name.text) ? CALLS[name.text] : undefined;
      if (by) add(name, by, `${name.text} for ${by}`);
    }
    ts.forEachChild(node, visit);
  };
  visit(file);
  return out;
}

/** The source with one change made. */
export const mutated = (source, { start, end, by }) => source.slice(0, start) + by + source.slice(end);

/** So many of a list, the same each time, spread over it. */
export function sampled(list, count, seed = 1) {
  if (count >= list.length) return list;
  let state = seed >>> 0;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  const keyed = list.map((item, i) => ({ item, i, key: next() }));
  return keyed
    .sort((a, b) => a.key - b.key)
    .slice(0, count)
    .sort((a, b) => a.i - b.i)
    .map((k) => k.item);
}
