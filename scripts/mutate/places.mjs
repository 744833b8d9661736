// Where the core can be changed, and what each place becomes.
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/** What a comparison with a whole number becomes: one more, or one less. */
const BOUNDARIES = new Map([
  ['<', '<='],
  ['<=', '<'],
  ['>', '>='],
  ['>=', '>'],
]);

/** What an operator becomes; one that is not here is left alone. Of volts and amps no test can tell “under” from “at most”: a comparison of them is turned round. */
const OPERATORS = new Map([
  ['<', '>='],
  ['<=', '>'],
  ['>', '<='],
  ['>=', '<'],
  ['===', '!=='],
  ['!==', '==='],
  ['+', '-'],
  ['-', '+'],
  ['*', '/'],
  ['/', '*'],
  ['&&', '||'],
  ['||', '&&'],
]);

/** Every source below a folder that is no test and holds more than a list of what its folder offers. */
export function sourcesIn(root, folder) {
  return readdirSync(join(root, folder), { recursive: true })
    .map((name) => join(folder, String(name)))
    .filter((name) => name.endsWith('.ts') && !/\.(test|testing)\.ts$|index\.ts$/.test(name))
    .sort();
}

const isPropertyName = (node) => node.parent?.name === node && !ts.isParameter(node.parent);
/** `?? 0` behind a lookup: what is not there is nothing. The types ask for it, and no input comes to it. */
const isNothing = (node) =>
  Number(node.text) === 0 &&
  ts.isBinaryExpression(node.parent) &&
  node.parent.operatorToken.kind === ts.SyntaxKind.QuestionQuestionToken &&
  node.parent.right === node;
/** A count or an index becomes one more, as half of one more is often the same; any other figure becomes half as much again. */
const otherNumber = (now, value) => (value < 10 && Number.isInteger(value) ? String(value + 1) : `(${now} * 1.5)`);
const isTypeOnly = (node) => ts.isImportDeclaration(node) || ts.isTypeNode(node) || ts.isInterfaceDeclaration(node);

/** A file's places in the order of its text: `{ file, from, to, at, now, becomes, isConstant }`; the last for what is computed once, as the module loads. */
export function placesIn(file, text) {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const places = [];
  const visit = (node, isConstant) => {
    if (isTypeOnly(node)) return;
    const place = { file, from: node.getStart(), to: node.getEnd(), isConstant };
    if (ts.isNumericLiteral(node) && !isPropertyName(node) && !isNothing(node)) {
      const now = node.getText();
      places.push({ ...place, at: place.from, now, becomes: otherNumber(now, Number(node.text.replaceAll('_', ''))) });
    }
    if (ts.isBinaryExpression(node)) {
      const now = node.operatorToken.getText();
      const isWhole = [node.left, node.right].some((side) => ts.isNumericLiteral(side) && /^\d+$/.test(side.text));
      const becomes = (isWhole ? BOUNDARIES.get(now) : undefined) ?? OPERATORS.get(now);
      if (becomes) places.push({ ...place, at: node.operatorToken.getStart(), now, becomes });
    }
    const within = isConstant && !ts.isFunctionLike(node);
    ts.forEachChild(node, (child) => visit(child, within));
  };
  visit(source, true);
  return places;
}

/** A text with what is inserted in it: `{ at, text }`, of those at the same position in the order given. */
export function withInsertions(text, insertions) {
  let out = '';
  let last = 0;
  for (const { at, text: words } of insertions.toSorted((one, other) => one.at - other.at)) {
    out += text.slice(last, at) + words;
    last = at;
  }
  return out + text.slice(last);
}

/** What a place reads when it is changed. One change at a time: what lies within it stays as it is. */
export const changed = (text, { from, to, at, now, becomes }) =>
  from === at ? becomes : `(${text.slice(from, at)}) ${becomes} (${text.slice(at + now.length, to)})`;
