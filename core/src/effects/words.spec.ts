import { readProject } from '../checks/readProject.js';
import { projectJson, takeOf } from '../testing/projects.js';
import { bakedFrame } from '../ship/bakedRow.js';
import { fillTemplate, parseTemplate } from '../model/template.js';

describe('templates', () => {
  const filled = (text: string, payload = {}, decimals = 0): string => {
    const template = parseTemplate(text);
    return typeof template === 'string' ? `refused: ${template}` : fillTemplate(template, payload, decimals);
  };

  it('put payload fields in, rounded half away from zero', () => {
    expect(filled('−{damage} {kind}!', { damage: 12.5, kind: 'ember' })).toBe('−13 ember!');
    expect(filled('{a}', { a: -2.5 })).toBe('-3');
    expect(filled('{a}', { a: 1.005 }, 1)).toBe('1.0');
    expect(filled('{a}', { a: -0.2 })).toBe('0');
    expect(filled('{{{a}}}', { a: 1 })).toBe('{1}');
  });

  it('refuse a brace that is left open or stands alone', () => {
    expect(filled('{damage')).toMatch(/^refused: .*lone "\{"/);
    expect(filled('damage}')).toMatch(/^refused: .*lone "\}"/);
    expect(filled('{}')).toMatch(/^refused: /);
  });

  it('name the field that the event does not have', () => {
    const { problems } = readProject(projectJson([{ kind: 'number', id: 'n', template: '{rage}' }]));
    expect(problems).toEqual([
      {
        severity: 'error',
        path: 'sequences[0].effects[0].template',
        message: 'expected a field of the event "lance-hit" in braces, found {rage}',
      },
    ]);
  });
});

describe('number', () => {
  const number = {
    kind: 'number',
    id: 'n',
    duration: 1,
    from: 'target',
    above: 50,
    size: 30,
    enterTime: 0.2,
    leaveTime: 0.3,
    direction: { mode: 'fixed', angle: -90, spread: 0 },
    speed: 100,
    drag: 0,
  };
  const at = (effect: object, t: number, payload = { damage: 17 }) => {
    const take = takeOf([effect], payload);
    return bakedFrame(take.sample(t, take.createFrame())).numbers[0];
  };

  it('rises from above its body with the payload’s number on it', () => {
    const shown = at({ ...number, enter: 'instant' }, 0.5);
    expect(shown.text).toBe('17');
    expect(shown.x).toBeCloseTo(80, 4);
    expect(shown.y).toBeCloseTo(-50 - 50, 4);
    expect([shown.size, shown.alpha]).toEqual([30, 1]);
  });

  it('falls back under gravity: half g t²', () => {
    expect(at({ ...number, gravity: 400 }, 0.5).y).toBeCloseTo(-100 + 0.5 * 400 * 0.25, 4);
  });

  it('pops from nothing past its size and settles; a bounce goes further past', () => {
    expect(at({ ...number, enter: 'pop' }, 0).size).toBe(0);
    const most = (enter: string): number => Math.max(...Array.from({ length: 60 }, (_, i) => at({ ...number, enter }, i / 100).size));
    expect(most('pop')).toBeGreaterThan(31);
    expect(most('bounce')).toBeGreaterThan(most('pop'));
    expect(at({ ...number, enter: 'pop' }, 0.65).size).toBeCloseTo(30, 0);
  });

  it('fades or shrinks as it leaves', () => {
    expect(at({ ...number, leave: 'fade' }, 0.85).alpha).toBeCloseTo(0.5, 5);
    const shrunk = at({ ...number, leave: 'shrink', enter: 'instant' }, 0.85);
    expect([shrunk.alpha, Math.round(shrunk.size)]).toEqual([1, 15]);
    expect(at({ ...number, leave: 'cut' }, 0.99).alpha).toBe(1);
  });

  it('zigzags about its way', () => {
    const swaying = { ...number, sway: 12, swayRate: 2 };
    expect(at(swaying, 0.125).x).toBeCloseTo(92, 3);
    expect(at(swaying, 0.375).x).toBeCloseTo(68, 3);
  });
});

describe('ring', () => {
  it('widens from its first radius to its end, thinning and fading', () => {
    const take = takeOf([
      {
        kind: 'ring',
        id: 'r',
        duration: 1,
        from: 'source',
        radiusFrom: 10,
        radiusTo: 50,
        width: 8,
        ease: 'linear',
        envelope: [
          { at: 0, value: 1 },
          { at: 1, value: 0 },
        ],
        colourOverLife: [
          { at: 0, colour: '#ffffff' },
          { at: 1, colour: '#ffffff00' },
        ],
      },
    ]);
    const [ring] = bakedFrame(take.sample(0.25, take.createFrame())).rings;
    expect(ring).toEqual(jasmine.objectContaining({ x: -80, y: 0, radius: 20, width: 6 }));
    expect(ring.a).toBeCloseTo(0.75, 2);
    expect(bakedFrame(take.sample(1, take.createFrame())).rings).toEqual([]);
  });
});

describe('overlay and mark', () => {
  const at = (effect: object, t: number, payload = {}) => {
    const take = takeOf([effect], payload);
    return bakedFrame(take.sample(t, take.createFrame())).pictures[0];
  };

  it('puts a picture on a body, fading in and out', () => {
    const overlay = {
      kind: 'overlay',
      id: 'o',
      picture: 'mosshell',
      duration: 1,
      x: 5,
      y: -10,
      size: 120,
      alpha: 0.8,
      envelope: [
        { at: 0, value: 0 },
        { at: 0.5, value: 1 },
        { at: 1, value: 0 },
      ],
    };
    const shown = at(overlay, 0.25);
    expect(shown).toEqual(jasmine.objectContaining({ picture: 'mosshell', layer: 2, party: 2, x: 85, y: -10, size: 120 }));
    expect(shown.alpha).toBeCloseTo(0.4, 6);
    expect(at({ ...overlay, layer: 'behind', on: 'source' }, 0.5)).toEqual(jasmine.objectContaining({ layer: 1, party: 1, x: -75 }));
    expect(at(overlay, 1.1)).toBeUndefined();
  });

  it('leaves a mark where the blow was, on the ground or on the body', () => {
    const mark = { kind: 'mark', id: 'm', picture: 'mosshell', x: 0, y: 0, duration: 2 };
    expect(at(mark, 0.5)).toEqual(jasmine.objectContaining({ layer: 0, party: 0, x: 80, y: 60 }));
    expect(at({ ...mark, stays: 'body' }, 0.5)).toEqual(jasmine.objectContaining({ layer: 2, party: 2, x: 80, y: 0 }));
  });

  it('refuses a picture that is not there', () => {
    const { problems } = readProject(projectJson([{ kind: 'mark', id: 'm', picture: 'crack' }]));
    expect(problems[0].path).toBe('sequences[0].effects[0].picture');
    expect(problems[0].message).toBe('expected a picture asset of the project, found "crack"');
  });
});
