import { conditionWords, type Condition } from '../combat/conditions/registry.js';
import { expectationWords, type Expectation } from '../combat/expectations/registry.js';
import { outcomeWords, type Outcome } from '../combat/outcomes/registry.js';
import type { FightNames } from '../combat/parts/fightNames.js';
import { namesOf } from '../model/projectNames.js';
import { readProject } from '../checks/readProject.js';
import type { LogEntry } from '../combat/log.js';
import type { Project } from '../model/project.js';
import { fightProject } from '../testing/anyFight.js';
import { projectJson } from '../testing/projects.js';
import { answeredWords, cameWords, partiesWords, touchWords } from './logWords.js';

const json = projectJson([]);
const [event] = json['events'] as Record<string, unknown>[];
const [actor] = json['actors'] as Record<string, unknown>[];
const { project } = readProject({
  ...json,
  events: [{ ...event, label: 'Lance hit' }],
  actors: [
    { ...actor, id: 'hero', label: 'Brasshorn', role: 'source' },
    { ...actor, id: 'm', label: 'Mosshell' },
  ],
  statuses: [{ id: 'st', label: 'Burning', length: 1 }],
  responses: [{ id: 'r', event: event['id'], rungs: [{ id: 'a', label: 'A light blow' }] }],
}) as { project: Project };
const body = (id: string, actor: string, more: object = {}) => ({ id, actor, place: { x: 0, y: 0 }, facing: 1 as const, ...more });

describe('names in sentences', () => {
  const [hero, foe] = project.actors;
  const names = namesOf(project, {
    actors: [body('b', hero.id), body('x', foe.id), body('y', foe.id), body('z', foe.id, { label: 'Old Moss' })],
  });

  it('are those of documents, and numbered for bodies of one actor', () => {
    expect(names.of('combatant', 'b')).toBe(hero.label);
    expect(['x', 'y', 'z'].map((id) => names.of('combatant', id))).toEqual([`${foe.label} 1`, `${foe.label} 2`, 'Old Moss']);
    expect(names.of('combatant', `${hero.id}-7`)).toBe(`${hero.label} 7`);
    expect(names.of('combatant', 'nobody-knows')).toBe('nobody-knows');
    expect(names.of('rung', 'a', String(event['id']))).toBe('A light blow');
    expect(names.of('status', 'st')).toBe('Burning');
  });

  it('stand in conditions, outcomes and expectations in place of ids', () => {
    const condition = { condition: 'none', of: [{ condition: 'status', of: 'target', status: 'st', is: 'on' }] } as unknown as Condition;
    expect(conditionWords(condition, names)).toBe('none of (target is Burning)');
    const outcome = {
      outcome: 'give',
      of: 'target',
      status: 'st',
      stacks: 1,
      length: { of: { read: 'status-age', of: 'source', status: 'st' } },
    };
    expect(outcomeWords(outcome as unknown as Outcome, names)).toBe('target gets Burning for source’s age of Burning s');
    const expectation = { expect: 'answered', at: 1, by: 'a', event: event['id'], target: 'y', within: 0 } as unknown as Expectation;
    expect(expectationWords(expectation, names)).toBe(`at 1 s Lance hit on ${foe.label} 2 is answered by A light blow`);
  });

  it('stand in lines of the log', () => {
    const entry = {
      event: event['id'],
      source: 'b',
      target: 'y',
      rungs: [{ rung: 'a', answer: 'answered', why: '' }],
      happened: [
        { what: 'gets', who: 'y', status: 'st', stacks: 1 },
        { what: 'harm', who: 'y', points: 4, health: 6, over: 0 },
      ],
    } as unknown as LogEntry;
    expect(partiesWords(entry, names)).toBe(`${hero.label} → ${foe.label} 2`);
    expect(answeredWords(entry, names)).toBe('A light blow');
    expect(cameWords(entry, false, names)).toBe(`${foe.label} 2 gets Burning, ${foe.label} 2 −4 to 6`);
    expect(touchWords({}, names)).toBe('');
  });

  it('leave no id in the words of random rules', () => {
    // Every name is marked, so that an id that was passed over is seen.
    const marked: FightNames = { of: (what, id) => `«${what} ${id}»` };
    let seen = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const read = readProject(fightProject(seed)).project;
      if (!read) continue;
      const ids = [...read.statuses, ...read.sequences, ...read.events, ...read.actors].map(({ id }) => id);
      // Words such as “blow” are ids of these projects as well.
      const bare = (text: string): string[] => {
        const left = text.replace(/«[^»]*»/g, '');
        return ids.filter((id) => new RegExp(`(^|[^a-z0-9-])${id}($|[^a-z0-9-])`).test(left) && !/^(all|blow|fall)$/.test(id));
      };
      for (const { event: of, rungs } of read.responses)
        for (const { when, then } of rungs) {
          for (const one of when)
            expect(bare(conditionWords(one, marked, of)))
              .withContext(JSON.stringify(one))
              .toEqual([]);
          for (const one of then)
            expect(bare(outcomeWords(one, marked, of)))
              .withContext(JSON.stringify(one))
              .toEqual([]);
          seen += when.length + then.length;
        }
      for (const { expectations } of read.drills)
        for (const one of expectations)
          expect(bare(expectationWords(one, marked)))
            .withContext(JSON.stringify(one))
            .toEqual([]);
    }
    expect(seen).toBeGreaterThan(100);
  });
});
