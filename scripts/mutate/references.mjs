// Which functions read a constant: a test that calls none of them cannot notice that it changed.
import ts from 'typescript';

const isStatic = (node) => {
  for (let at = node.parent; at; at = at.parent) if (ts.isFunctionLike(at)) return false;
  return true;
};

/** The names that a statement at the top of a module declares. */
function declaredBy(statement) {
  if (ts.isVariableStatement(statement)) {
    const names = [];
    const collect = (name) => {
      if (ts.isIdentifier(name)) names.push(name.text);
      else for (const element of name.elements) if (!ts.isOmittedExpression(element)) collect(element.name);
    };
    for (const { name } of statement.declarationList.declarations) collect(name);
    return names;
  }
  return statement.name ? [statement.name.text] : undefined;
}

function bodyOf(node) {
  for (let at = node.parent; at; at = at.parent) if (ts.isFunctionLike(at) && at.body) return at.body;
  return undefined;
}

/** Every name that the sources mention: in which statement at the top of a module, or in the body of which function. By name: two things of the same name count as one. */
export function mentionsIn(sources) {
  const mentions = new Map();
  for (const [file, text] of sources) {
    const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
    for (const statement of source.statements) {
      if (ts.isImportDeclaration(statement) || ts.isExportDeclaration(statement)) continue;
      const visit = (node) => {
        if (ts.isIdentifier(node)) {
          const list = mentions.get(node.text) ?? [];
          const names = declaredBy(statement);
          // A table that tests are made of is read as they are declared.
          if (!isStatic(node)) list.push({ file, body: bodyOf(node) });
          else list.push(names || !file.endsWith('.test.ts') ? { declares: names } : { file, body: source });
          mentions.set(node.text, list);
        }
        ts.forEachChild(node, visit);
      };
      visit(statement);
    }
  }
  return mentions;
}

/** The statement at the top of its module in which a position lies. */
function statementAt(file, text, position) {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  return source.statements.find((statement) => statement.getStart() <= position && position < statement.getEnd());
}

/** The bodies of the functions, or the files of tests, that read what is declared at a position, directly or through other constants; undefined where that cannot be told. */
export function readersOf(file, text, position, mentions) {
  const statement = statementAt(file, text, position);
  const waiting = statement && declaredBy(statement);
  if (!waiting) return undefined;
  const seen = new Set(waiting);
  const bodies = new Map();
  for (const name of waiting) {
    for (const { declares, file: at, body } of mentions.get(name) ?? []) {
      if (body) bodies.set(`${at} ${body.pos}`, { file: at, body });
      else if (!declares) return undefined;
      else
        for (const next of declares)
          if (!seen.has(next)) {
            seen.add(next);
            waiting.push(next);
          }
    }
  }
  return [...bodies.values()];
}
