// `npm run mutants -- core|server [N/M]`: changes the built modules in small ways, one at a time, and names those changes that
// no unit test notices. A whole run takes hours; N/M is the N-th of M slices, each a like sample of all functions.
// It may be narrowed to files whose path begins with a third argument: `npm run mutants -- core 1/1 dist/take/strike.js`.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Stryker } from '@stryker-mutator/core';
import ts from 'typescript';
import { build, install, root } from './setUp.mjs';

const [part = 'core', slice = '1/12', only = 'dist/'] = process.argv.slice(2);
const [wanted, slices] = slice.split('/').map(Number);
if (!['core', 'server'].includes(part) || !(wanted >= 1 && wanted <= slices)) {
  console.error('expected core or server, and a slice such as 1/12');
  process.exit(2);
}
await install();
build(part === 'core' ? ['core'] : undefined);
process.chdir(join(root, part));

/** A text's place among the slices: FNV-1a, so that a function stays in its slice while others come and go. */
function placeOf(text) {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  return ((hash ^ (hash >>> 13)) >>> 0) % slices;
}

/** Whole functions, methods and other statements of a module; a class is taken member by member. */
function partsOf(file) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.ES2022, true);
  const nodes = source.statements.flatMap((node) => (ts.isClassDeclaration(node) ? [...node.members] : [node]));
  const at = (position) => {
    const { line, character } = source.getLineAndCharacterOfPosition(position);
    return `${line + 1}:${character}`;
  };
  return nodes
    .filter((node) => placeOf(file + node.getText().slice(0, 60)) === wanted - 1)
    .map((node) => `${file}:${at(node.getStart())}-${at(node.getEnd())}`);
}

const files = readdirSync('dist', { recursive: true })
  .map((name) => join('dist', name))
  .filter(
    (file) => file.endsWith('.js') && file.startsWith(only) && !/\.spec\.js$|dist\/(testing|kit|shipped)\/|dist\/testing\.js$/.test(file),
  );
const stryker = new Stryker({
  testRunner: 'jasmine',
  jasmineConfigFile: 'jasmine.json',
  plugins: ['@stryker-mutator/jasmine-runner'],
  mutate: files.flatMap(partsOf),
  inPlace: true,
  disableTypeChecks: false,
  coverageAnalysis: 'perTest',
  // What a message says is not what the product does; constants are made once, before any mutant can be switched on.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignoreStatic: true,
  concurrency: 2,
  // The first run is of all tests, and writes down which of them reach what.
  dryRunTimeoutMinutes: 30,
  timeoutMS: 10_000,
  timeoutFactor: 2,
  reporters: ['clear-text', 'json'],
  clearTextReporter: { allowColor: false, reportTests: false, reportScoreTable: true, skipFull: true },
  jsonReporter: { fileName: join(root, 'reports', `mutants-${part}.json`) },
  fileLogLevel: 'off',
  logLevel: 'warn',
});
await stryker.runMutationTest();
