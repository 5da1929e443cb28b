import fc from 'fast-check';
import type { DocumentError } from '../model/documentError.js';
import { fighter, planOfFight, response, type Fight } from '../testing/fights.js';
import { anyCondition, anyOutcome, type KnownNames } from '../testing/ruleDocuments.js';
import { conditionWords } from './conditions/registry.js';
import { outcomeWords } from './outcomes/registry.js';
import { responseSchema } from './schemas.js';

type Json = Record<string, unknown>;

const known: KnownNames = {
  statuses: ['burning', 'poisoned'],
  sequences: ['flash'],
  events: ['mark', 'burst'],
  actors: ['m', 'b'],
  numbers: ['damage', 'strong'],
  kindField: 'kind',
  options: ['plain', 'ember', 'sap'],
};
const around: Fight = {
  actors: [fighter('m'), fighter('b')],
  statuses: known.statuses.map((id) => ({ id, label: id })),
  stops: { flash: 0 },
};

/** What the runtime's own reader says to a response, that has no schemas: undefined where it takes it. */
function refusedBy(document: Json): string | undefined {
  try {
    planOfFight({ ...around, responses: [document] });
    return undefined;
  } catch (error) {
    const { path, expected } = error as DocumentError;
    return `${path}: ${expected}`;
  }
}

const rungOf = (condition: Json, outcome: Json): Json => response('blow', { id: 'one', when: [condition], then: [outcome] });
const both = fc.tuple(anyCondition(known), anyOutcome(known));
/** Nothing that any field means anything by. */
const nonsense = fc.constantFrom<unknown>(null, true, 'Nope!', '', 1e9, -1e9, 0.123456, [], [1], {}, { range: [2, 1] }, { of: 'harm' }, [
  [],
]);

describe('what reads shipped rules', () => {
  it('takes whatever the schema takes of all that can be written', () => {
    fc.assert(
      fc.property(both, ([condition, outcome]) => {
        const document = rungOf(condition, outcome);
        expect(responseSchema().safeParse(document).error?.issues ?? []).toEqual([]);
        expect(refusedBy(document)).withContext(JSON.stringify(document)).toBeUndefined();
      }),
      { numRuns: 600 },
    );
  });

  it('refuses whatever the schema refuses, at a place, with what was expected', () => {
    let refused = 0;
    fc.assert(
      fc.property(both, fc.nat(), nonsense, fc.boolean(), ([condition, outcome], which, junk, isOutcome) => {
        const one = isOutcome ? outcome : condition;
        const names = [...Object.keys(one), 'nobody-knows-this'];
        const broken = { ...one, [names[which % names.length]]: junk };
        const document = isOutcome ? rungOf(condition, broken) : rungOf(broken, outcome);
        if (responseSchema().safeParse(document).success) return;
        refused++;
        const found = refusedBy(document);
        expect(found).withContext(JSON.stringify(broken)).toBeDefined();
        expect(found).toMatch(isOutcome ? /^responses\[0\]\.rungs\[0\]\.then\[0\]/ : /^responses\[0\]\.rungs\[0\]\.when\[0\]/);
        expect(found).toContain('expected');
      }),
      { numRuns: 1500 },
    );
    expect(refused).toBeGreaterThan(700);
  });

  it('says every rule in a few words, with nothing missing in them', () => {
    fc.assert(
      fc.property(both, ([condition, outcome]) => {
        const { rungs } = responseSchema().parse(rungOf(condition, outcome));
        for (const words of [conditionWords(rungs[0].when[0] as never), outcomeWords(rungs[0].then[0] as never)]) {
          expect(words).not.toMatch(/undefined|NaN|\[object/);
          expect(words.length).toBeGreaterThan(0);
        }
      }),
      { numRuns: 400 },
    );
  });

  it('refuses what only the other documents tell', () => {
    const rung = (more: Json): string | undefined => refusedBy(response('blow', { id: 'one', ...more }));
    const when = (one: Json): string | undefined => rung({ when: [one] });
    const then = (one: Json): string | undefined => rung({ then: [one] });
    const refusals: readonly (readonly [string | undefined, string])[] = [
      [
        when({ condition: 'status', status: 'stunned' }),
        'when[0].status: expected a status of the project (burning, poisoned), found "stunned"',
      ],
      [when({ condition: 'window', status: 'burning', from: 2, to: 1 }), 'when[0].to: expected an end after the window opens at 2'],
      [
        when({ condition: 'one-of', field: 'kind', values: ['sour'] }),
        'when[0].values[0]: expected one of plain, ember, sap, found "sour"',
      ],
      [when({ condition: 'one-of', field: 'kind', values: [] }), 'when[0].values: expected at least one value'],
      [when({ condition: 'one-of', field: 'damage', values: ['1'] }), 'when[0].field: expected a kind, a text or a flag; compare a number'],
      [when({ condition: 'who', actors: ['pip'] }), 'when[0].actors[0]: expected an actor of the project, found "pip"'],
      [
        when({ condition: 'compare', of: { read: 'payload', field: 'kind' } }),
        'when[0].of.field: expected a number field of the event "blow" (damage, strong, direction), found "kind"',
      ],
      [when({ condition: 'any', of: [{ condition: 'wisdom' }] }), 'when[0].of[0].condition: expected one of '],
      [then({ outcome: 'play', sequence: 'thunder' }), 'then[0].sequence: expected a sequence of the project, found "thunder"'],
      [then({ outcome: 'raise', event: 'rain' }), 'then[0].event: expected an event of the project, found "rain"'],
      [
        then({ outcome: 'raise', event: 'burst', payload: { colour: 1 } }),
        'then[0].payload.colour: expected a field of the event "burst" (damage)',
      ],
      [
        then({ outcome: 'raise', event: 'blow', payload: { kind: { field: 'strong' } } }),
        'then[0].payload.kind.field: expected a field of the event "blow" that is a string, found "strong"',
      ],
      [
        then({ outcome: 'raise', event: 'mark', on: 'around', except: ['me'] }),
        'then[0].except[0]: expected one of source, target, projectile, found "me"',
      ],
      [then({ outcome: 'bless' }), 'then[0].outcome: expected one of '],
    ];
    for (const [found, expected] of refusals) expect(found ?? 'nothing').toContain(`responses[0].rungs[0].${expected}`);
  });
});
