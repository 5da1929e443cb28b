import { readProject, type Project, type Rung } from '@undatio/core';
import { conditionWords, outcomeWords, ruleFindings, type Outcome } from '@undatio/core/internal';
import { projectJson } from '@undatio/core/testing/projects';
import { fightProject } from '../../../testing';
import { fixFor } from '../findingFixes';
import { conditionNames, newCondition, newOutcome, newRung, outcomeNames, playedOn, responseTo, taken } from './ladderEdits';

function project(rungs: object[] = [], statuses: object[] = [{ id: 'burning', label: 'Burning', length: 2 }]): Project {
  const json = projectJson([]);
  const [event] = json['events'] as object[];
  const read = readProject({
    ...json,
    events: [{ ...event, harm: { value: 'damage', kindField: 'kind' } }],
    statuses,
    responses: [{ id: 'lance-hit', event: 'lance-hit', rungs }],
  });
  if (!read.project) throw new Error(JSON.stringify(read.problems));
  return read.project;
}

describe('a new rule', () => {
  const whole = project();
  const choices = { project: whole, event: whole.events[0] };

  it('of every kind is one that its schema takes, with words for its chip', () => {
    for (const { value } of conditionNames) {
      const made = newCondition(value, choices);
      expect(made?.condition as string | undefined)
        .withContext(value)
        .toBe(value);
      if (made) expect(conditionWords(made).length).withContext(value).toBeGreaterThan(2);
    }
    for (const { value } of outcomeNames) {
      const made = newOutcome(value, choices);
      expect(made?.outcome as string | undefined)
        .withContext(value)
        .toBe(value);
      if (made) expect(outcomeWords(made).length).withContext(value).toBeGreaterThan(3);
    }
  });

  it('that is a cooldown counts for the target, or for the party that launches', () => {
    const launched = newOutcome('launch', choices);
    const per = (...then: readonly Outcome[]): unknown => (newCondition('cooldown', choices, then) as { per?: string } | undefined)?.per;
    expect(per()).toBe('target');
    expect(launched && per(launched)).toBe('source');
    expect(launched && per({ ...launched, from: 'target' } as Outcome)).toBe('target');
  });

  it('is not made where there is nothing that it could name', () => {
    expect(newCondition('status', { ...choices, project: project([], []) })).toBeUndefined();
  });

  it('has a free id, and a ladder is begun where there is none', () => {
    const response = { id: 'r', event: 'lance-hit', rungs: [{ id: 'rung', when: [], then: [], goesOn: false }] };
    expect(newRung(response).id).toBe('rung-2');
    expect(responseTo(whole, { id: 'other', label: 'Other', fields: [] })).toEqual({ id: 'other', event: 'other', rungs: [] });
  });

  it('may play a sequence of another event, which then counts for its own event too', () => {
    const whole = fightProject();
    const [sequence] = whole.sequences;
    const other = 'another-event';
    expect(playedOn(whole, sequence.event)).toContain(sequence);
    expect(playedOn(whole, other)).toEqual([]);
    const rung: Rung = { id: 'first', goesOn: false, when: [], then: [{ outcome: 'play', sequence: sequence.id } as Outcome] };
    const responses = [...whole.responses, { id: other, event: other, rungs: [rung] }];
    expect(playedOn({ ...whole, responses }, other)).toEqual([sequence]);
  });

  it('is taken to another place', () => {
    expect(taken(['a', 'b', 'c', 'd'], 3, 1)).toEqual(['a', 'd', 'b', 'c']);
    expect(taken(['a', 'b', 'c'], 0, 9)).toEqual(['b', 'c', 'a']);
  });
});

describe('a fix', () => {
  const gives = { outcome: 'give', status: 'burning' };

  it('takes a finding away, by what it changes', () => {
    const cases: [object[], string][] = [
      [
        [
          { id: 'any', then: [gives] },
          { id: 'late', when: [{ condition: 'chance', share: 0.5 }] },
        ],
        'never reached',
      ],
      [[{ id: 'again', then: [gives, { outcome: 'raise', event: 'lance-hit' }] }], 'loop'],
      [[{ id: 'around', then: [gives, { outcome: 'raise', event: 'lance-hit', on: 'around', after: 0.2 }] }], 'growth'],
    ];
    for (const [rungs, finding] of cases) {
      // A loop is an error, so that such a project is put together by hand.
      const whole = { ...project(), responses: [{ id: 'lance-hit', event: 'lance-hit', rungs }] } as unknown as Project;
      const filled = {
        ...whole,
        responses: whole.responses.map((one) => ({ ...one, rungs: one.rungs.map((rung) => ({ ...newRung(one), ...rung })) })),
      };
      const problem = ruleFindings(filled).find((one) => one.finding === finding);
      if (!problem) throw new Error(`${finding} is not found`);
      const fix = fixFor(problem, filled);
      expect(fix?.label.length).withContext(finding).toBeGreaterThan(5);
      const [[key, document]] = fix?.changes ?? [];
      expect(key).toBe('responses/lance-hit');
      const after = { ...filled, responses: [document as Project['responses'][number]] };
      expect(ruleFindings(after).some((one) => one.finding === finding))
        .withContext(finding)
        .toBeFalse();
    }
  });
});
