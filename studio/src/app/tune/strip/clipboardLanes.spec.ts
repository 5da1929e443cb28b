import { compileContext } from '@undatio/core/internal';
import { projectWith } from '../../../testing';
import { lanesFromText, lanesToText, withLanes } from './clipboardLanes';

const project = projectWith([
  { kind: 'flash', id: 'flash', amount: { drive: 'damage', in: [0, 50], out: [0, 1] } },
  { kind: 'shake', id: 'shake', anchor: { to: 'end', effect: 'flash' } },
]);
const [{ effects }] = project.sequences;
const empty = { ...project.sequences[0], id: 'other', effects: [] };
const context = compileContext(project);

describe('lanes on the clipboard', () => {
  it('come back from their own text as they were', () => {
    expect(lanesFromText(lanesToText(effects))).toEqual(effects);
    expect(withLanes(empty, effects, context).effects).toEqual(effects);
  });

  it('take free ids, and hang on one another by them', () => {
    const pasted = withLanes(project.sequences[0], effects, context).effects;
    expect(pasted.map(({ id }) => id)).toEqual(['flash', 'shake', 'flash-2', 'shake-2']);
    expect(pasted[3].anchor).toEqual({ to: 'end', effect: 'flash-2' });
  });

  it('hang on contact where what they hung on was not copied', () => {
    expect(withLanes(empty, [effects[1]], context).effects[0].anchor).toEqual({ to: 'contact' });
  });

  it('are told when they are none of ours, or damaged, by the lane', () => {
    for (const text of ['hello', '{"effects": []}', '[1]', 'null', lanesToText([])])
      expect(() => lanesFromText(text))
        .withContext(text)
        .toThrowError(/expected lanes that were copied here/);
    const damaged = lanesToText(effects).replace('"kind": "shake"', '"kind": "quake"');
    expect(() => lanesFromText(damaged)).toThrowError(/^lane 2, kind: /);
  });

  it('are not pasted where a field or a sound that they name is not', () => {
    const elsewhere = compileContext({ ...project, events: [{ ...project.events[0], fields: [] }] });
    expect(() => withLanes(empty, effects, elsewhere)).toThrowError(/amount\.drive/);
  });
});
