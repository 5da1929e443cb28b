// What ships of the engine: its modules without what only screens and documents read. Labels, explanations and defaults of
// fields stand beside what they are about in the sources; a game has no use for them, and a third of the runtime would be text.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import ts from 'typescript';

/** Names of properties whose texts are for people. */
const told = new Set(['label', 'about', 'durationAbout']);

/** What of a number's declaration only screens and documents read. */
const unread = new Set(['group', 'unit', 'default', 'when', 'drawn', 'scaled', 'label', 'about']);
/** What makes a field whose default is its third argument. */
const defaultThird = /^(envelope|gradient|direction|colour|ease|text)Field$/;

/** Which arguments of what makes a field of a rule are texts for people. */
const ruleTexts = {
  partyRule: [0],
  choiceRule: [0, 1],
  flagRule: [0, 1],
  measureRule: [0, 1],
  nameRule: [1, 2],
  namesRule: [1, 2],
  givenRule: [0],
};
/** What of a rule's number only screens and documents read. */
const unreadOfRule = new Set(['label', 'about', 'unit']);

const isText = (node) => ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node);

/** The module with those texts emptied: named properties, and the first two arguments of what makes a field; without its words. */
export function withoutTexts(source, name, keepsWords = false) {
  const file = ts.createSourceFile(name, source, ts.ScriptTarget.ES2022, true, ts.ScriptKind.JS);
  const transform = (context) => {
    const empty = () => context.factory.createStringLiteral('');
    const visit = (node) => {
      if (ts.isPropertyAssignment(node) && told.has(node.name.getText(file)) && isText(node.initializer))
        return context.factory.createPropertyAssignment(node.name, empty());
      if (ts.isPropertyAssignment(node) && node.name.getText(file) === 'leads')
        return context.factory.createPropertyAssignment(node.name, context.factory.createArrayLiteralExpression());
      // What an outcome says of its document, a sentence shows; what a condition says is told in a log.
      const isMember = ts.isMethodDeclaration(node) || ts.isPropertyAssignment(node);
      if (isMember && !keepsWords && node.name.getText(file) === 'words') return undefined;
      if (ts.isCallExpression(node) && /^[a-z]\w*Rule$/.test(node.expression.getText(file))) {
        const texts = ruleTexts[node.expression.getText(file)] ?? [];
        const shorter = (argument, i) => {
          if (texts.includes(i) && isText(argument)) return empty();
          if (ts.isObjectLiteralExpression(argument))
            return context.factory.createObjectLiteralExpression(
              argument.properties.filter(({ name }) => !unreadOfRule.has(name?.getText(file))),
            );
          return ts.visitNode(argument, visit);
        };
        return context.factory.createCallExpression(node.expression, undefined, node.arguments.map(shorter));
      }
      if (ts.isCallExpression(node) && /^[a-z]\w*Field$/.test(node.expression.getText(file))) {
        const maker = node.expression.getText(file);
        const shorter = (argument, i) => {
          if (i < 2 && isText(argument)) return empty();
          if (i === 2 && defaultThird.test(maker)) return context.factory.createIdentifier('undefined');
          if (maker === 'valueField' && ts.isObjectLiteralExpression(argument))
            return context.factory.createObjectLiteralExpression(
              argument.properties.filter(({ name }) => !unread.has(name?.getText(file))),
            );
          return ts.visitNode(argument, visit);
        };
        const args = node.arguments.map(shorter);
        return context.factory.createCallExpression(node.expression, undefined, args);
      }
      return ts.visitEachChild(node, visit, context);
    };
    return (root) => ts.visitNode(root, visit);
  };
  const { transformed } = ts.transform(file, [transform]);
  return ts.createPrinter().printFile(transformed[0]);
}

/** Writes the modules of `from` that may ship into `to`, effects and rules without their texts. */
export function shipModules(from, to) {
  for (const entry of readdirSync(from, { recursive: true, withFileTypes: true })) {
    const path = join(entry.parentPath ?? entry.path, entry.name);
    if (!entry.isFile() || !entry.name.endsWith('.js') || entry.name.endsWith('.spec.js') || path.startsWith(join(from, 'kit'))) continue;
    if (path.startsWith(to)) continue;
    const target = join(to, path.slice(from.length));
    const source = readFileSync(path, 'utf8');
    mkdirSync(dirname(target), { recursive: true });
    const hasTexts = ['effects', 'combat'].some((room) => path.includes(join(from, room)));
    writeFileSync(target, hasTexts ? withoutTexts(source, entry.name, path.includes(join(from, 'combat', 'conditions'))) : source);
  }
}
