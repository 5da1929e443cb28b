import { projectWith } from '../testing/projects.js';
import type { Project } from '../model/project.js';
import { effectKinds } from '../effects/registry.js';
import { newEffect } from '../effects/schemas.js';
import { RapidFire } from '../player/rapidFire.js';
import { compileSequence } from '../take/compile.js';
import { compileContext } from './compileContext.js';
import { comfortFindings, comfortScalers, isLost } from './comfortFindings.js';

const told = (project: Pick<Project, 'sequences'>): string[] => comfortFindings(project).map(({ at, message }) => `${at} ${message}`);
const flash = { kind: 'flash', id: 'flash' };
const sound = { kind: 'sound', id: 'crack', clips: ['crack'] };
const shake = { kind: 'shake', id: 'shake' };

describe('what is lost where a player turns something down', () => {
  it('tells a blow that is told by a flash alone', () => {
    expect(told(projectWith([flash]))).toEqual(['0 is told by nothing where a player turns flash to 0']);
    expect(told(projectWith([flash, { kind: 'ring', id: 'ring' }]))).toEqual([]);
  });

  it('tells one that is then only heard, or only felt; not one that always was', () => {
    expect(told(projectWith([flash, sound]))).toEqual(['0 is only heard where a player turns flash to 0']);
    expect(told(projectWith([shake, { kind: 'rumble', id: 'rumble' }]))).toEqual([
      '0 is only felt in the hand where a player turns shake to 0',
    ]);
    expect(told(projectWith([sound]))).toEqual([]);
  });

  it('tells two of one event that nothing tells apart any more', () => {
    const [one] = projectWith([
      { ...flash, colour: '#ff0000' },
      { kind: 'ring', id: 'ring' },
    ]).sequences;
    const [other] = projectWith([
      { ...flash, colour: '#0000ff' },
      { kind: 'ring', id: 'ring' },
    ]).sequences;
    const pair = { sequences: [one, { ...other, id: 'other', label: 'Parry' }] };
    expect(told(pair)).toEqual([
      '0 cannot be told from “Parry” where a player turns flash to 0',
      '1 cannot be told from “Blow” where a player turns flash to 0',
    ]);
    expect(told({ sequences: [one, { ...other, id: 'other', event: 'another' }] })).toEqual([]);
    // The very same twice is no loss of comfort.
    expect(told({ sequences: [one, { ...one, id: 'other' }] })).toEqual([]);
  });

  it('counts neither what is muted nor what has no strength', () => {
    expect(told(projectWith([{ ...flash, muted: true }, sound]))).toEqual([]);
    expect(told(projectWith([flash, { kind: 'ring', id: 'ring', strength: 0 }]))).toEqual([
      '0 is told by nothing where a player turns flash to 0',
    ]);
  });

  it('sees a lens by what it has of each', () => {
    const lens = (part: object) => projectWith([{ kind: 'lens', id: 'lens', split: 0, vignette: 0, flash: 0, ...part }]);
    expect(told(lens({ split: 4 }))).toEqual(['0 is told by nothing where a player turns shake to 0']);
    expect(told(lens({ flash: 1 }))).toEqual(['0 is told by nothing where a player turns flash to 0']);
    expect(told(lens({ flash: 1, split: 4 }))).toEqual([]);
  });

  // The player is asked: what it leaves of each kind of effect at 0 is what the finding says.
  it('says of every kind what the player of games does with it', () => {
    for (const kind of Object.keys(effectKinds)) {
      if (kind === 'sound' || effectKinds[kind].family === 'logic') continue;
      const project = projectWith([]);
      const effect = newEffect(kind as never, 'one', { picture: 'mosshell' });
      if (!effect) throw new Error(`${kind} cannot be made`);
      const sequence = { ...project.sequences[0], effects: [{ ...effect, chance: 1 }] };
      const plan = compileSequence(sequence, ['sequences', 0], compileContext(project));
      const stand = { actor: undefined, place: { x: 80, y: 0 } };
      const shown = (comfort: object): string => {
        const run = new RapidFire({ plan, source: { ...stand, place: { x: -80, y: 0 } }, targets: [stand], budget: undefined, comfort }, [
          { payload: {}, seed: 1, at: 0, target: 0 },
        ]);
        const frame = run.createFrame();
        return [0.02, 0.05, 0.09].map((t) => JSON.stringify(run.sample(t, frame))).join();
      };
      const still = (() => {
        const none = compileSequence({ ...sequence, effects: [] }, ['sequences', 0], compileContext(project));
        const run = new RapidFire({ plan: none, source: { ...stand, place: { x: -80, y: 0 } }, targets: [stand], budget: undefined }, [
          { payload: {}, seed: 1, at: 0, target: 0 },
        ]);
        const frame = run.createFrame();
        return [0.02, 0.05, 0.09].map((t) => JSON.stringify(run.sample(t, frame))).join();
      })();
      const bare = (text: string): string => text.replace(/"flashColour":\d+|"flashMode":"\w+"/g, '');
      for (const scaler of comfortScalers) {
        const lost = bare(shown({ [scaler]: 0 })) === bare(still) && bare(shown({})) !== bare(still);
        expect(isLost(effect, scaler)).withContext(`${kind} at ${scaler} 0`).toBe(lost);
      }
    }
  });
});
