import { hash4, hashText } from '../../maths/hash.js';
import { DocumentError, type DocumentPath } from '../../model/documentError.js';
import { show } from '../../model/json.js';
import { readList, readRecord, refuseOthers } from '../../take/compileReferences.js';
import type { Uint32 } from '../../units.js';
import { RuleReader } from '../parts/ruleReader.js';
import type { RuleReferences } from '../parts/ruleReferences.js';
import { ruleLimits } from '../parts/ruleFields.js';
import type { CompiledCondition } from './condition.js';
import { conditionKinds, conditionWords, groupNames, isGroup, type Condition, type GroupName } from './registry.js';

/** Reads a list of conditions, each with a key of its own for what it draws and remembers. */
export function compileConditions(
  raw: unknown,
  path: DocumentPath,
  references: RuleReferences,
  key: Uint32,
  depth = 0,
): readonly CompiledCondition[] {
  if (depth > ruleLimits.depth) throw new DocumentError(path, `expected groups at most ${ruleLimits.depth} deep`);
  return readList(raw, path, ruleLimits.conditions).map((_, i) =>
    compileCondition((raw as unknown[])[i], [...path, i], references, hash4(key, i + 1, depth, 0, 0), depth),
  );
}

function compileCondition(raw: unknown, path: DocumentPath, references: RuleReferences, key: Uint32, depth: number): CompiledCondition {
  const record = readRecord(raw, path);
  const name = record['condition'];
  if (groupNames.includes(name as never)) {
    refuseOthers(record, ['condition', 'of'], path);
    const of = compileConditions(record['of'], [...path, 'of'], references, key, depth + 1);
    return grouped(name as GroupName, of, (i) => wordsOf((record['of'] as Condition[])[i]));
  }
  if (typeof name !== 'string' || !Object.hasOwn(conditionKinds, name))
    throw new DocumentError(
      [...path, 'condition'],
      `expected one of ${[...Object.keys(conditionKinds), ...groupNames].join(', ')}, found ${show(name)}`,
    );
  const kind = conditionKinds[name];
  refuseOthers(record, ['condition', ...Object.keys(kind.fields)], path);
  return kind.compile(new RuleReader(kind.fields, record, path, references, hash4(key, hashText(name), 0, 0, 0)));
}

/** Several conditions as one. An empty group of any holds never, of all and none always. */
function grouped(name: GroupName, of: readonly CompiledCondition[], words: (i: number) => string): CompiledCondition {
  const noting = of.filter(({ notes }) => notes);
  const answering = of.filter(({ answers }) => answers);
  return {
    asksStanding: of.some(({ asksStanding }) => asksStanding),
    ...(noting.length > 0 && { notes: (asking) => noting.forEach((one) => one.notes?.(asking)) }),
    ...(answering.length > 0 && { answers: (asking) => answering.forEach((one) => one.answers?.(asking)) }),
    holds(asking) {
      if (name === 'all') return of.every((one) => one.holds(asking));
      return of.some((one) => one.holds(asking)) === (name === 'any');
    },
    tell(asking) {
      if (name === 'all') return of.find((one) => !one.holds(asking))?.tell(asking) ?? '';
      if (name === 'any') return of.map((one) => one.tell(asking)).join(', and ') || 'it asks for any of nothing';
      return words(of.findIndex((one) => one.holds(asking)));
    },
  };
}

/** A condition in words, as it stands in a document that may leave out what it has by default. */
function wordsOf(condition: Condition): string {
  if (isGroup(condition)) return conditionWords(condition);
  const defaults = Object.entries(conditionKinds[condition.condition].fields).map(([name, field]) => [name, field.default] as const);
  return conditionWords({ ...Object.fromEntries(defaults), ...condition } as Condition);
}
