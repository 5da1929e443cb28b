import fc from 'fast-check';
import { projectJson } from '../testing/projects.js';
import { findJsonFault } from '../model/jsonFault.js';
import { readProject, readProjectText } from './readProject.js';

const told = (json: unknown): string[] => readProject(json).problems.map(({ path, message }) => `${path}: ${message}`);
const flash = (part: object): object => ({ kind: 'flash', id: 'flash', ...part });

describe('readProject', () => {
  it('fills in defaults', () => {
    const { project, problems } = readProject(projectJson([flash({})]));
    expect(problems).toEqual([]);
    expect(project?.sequences[0].effects[0]).toEqual(
      jasmine.objectContaining({ clock: 'game', duration: 0.12, anchor: { to: 'contact' } }),
    );
  });

  const refusals: [string, object[], RegExp][] = [
    ['a number out of bounds', [flash({ amount: 2 })], /^sequences\[0\]\.effects\[0\]\.amount: expected a number from 0 to 1/],
    ['a number that is text', [flash({ amount: 'lots' })], /^sequences\[0\]\.effects\[0\]\.amount: expected a number from 0 to 1, /],
    ['NaN', [flash({ amount: NaN })], /^sequences\[0\]\.effects\[0\]\.amount: expected a number/],
    ['a range upside down', [flash({ amount: { range: [0.9, 0.1] } })], /^sequences\[0\]\.effects\[0\]\.amount\.range: .*low ≤ high/],
    [
      'a driven field that does not exist',
      [flash({ amount: { drive: 'rage', in: [0, 1], out: [0, 1] } })],
      /^sequences\[0\]\.effects\[0\]\.amount\.drive: .*"lance-hit" \(damage, direction, strong\), found "rage"/,
    ],
    [
      'a driven field that is no number',
      [flash({ amount: { drive: 'kind', in: [0, 1], out: [0, 1] } })],
      /amount\.drive: expected a number field/,
    ],
    [
      'a colour by a field that does not exist',
      [flash({ colour: { by: 'mood', of: {}, otherwise: '#ffffff' } })],
      /^sequences\[0\]\.effects\[0\]\.colour\.by: .*found "mood"/,
    ],
    [
      'points out of order',
      [
        flash({
          envelope: [
            { at: 0.5, value: 1 },
            { at: 0.2, value: 0 },
          ],
        }),
      ],
      /^sequences\[0\]\.effects\[0\]\.envelope\[1\]\.at: expected more than 0\.5/,
    ],
    ['no points', [flash({ envelope: [] })], /^sequences\[0\]\.effects\[0\]\.envelope: .*>=1/],
    [
      'an easing that is none',
      [flash({ envelope: [{ at: 0, value: 1, ease: 'wobble' }] })],
      /^sequences\[0\]\.effects\[0\]\.envelope\[0\]\.ease: expected a CSS easing/,
    ],
    ['a colour that is none', [flash({ colour: 'white' })], /^sequences\[0\]\.effects\[0\]\.colour: expected a colour/],
    ['an unknown kind', [{ kind: 'confetti', id: 'a' }], /^sequences\[0\]\.effects\[0\]\.kind: /],
    ['an unknown field', [flash({ ammount: 1 })], /^sequences\[0\]\.effects\[0\]\.ammount: expected no such field here/],
    [
      'an anchor to itself',
      [flash({ anchor: { to: 'end', effect: 'flash' } })],
      /^sequences\[0\]\.effects\[0\]\.anchor\.effect: .*circle flash → flash/,
    ],
    [
      'an anchor to nothing',
      [flash({ anchor: { to: 'end', effect: 'ghost' } })],
      /^sequences\[0\]\.effects\[0\]\.anchor\.effect: expected an effect of this sequence, found "ghost"/,
    ],
    [
      'a sound that is not there',
      [{ kind: 'sound', id: 'a', clips: ['crack', 'gone'] }],
      /^sequences\[0\]\.effects\[0\]\.clips\[1\]: expected a sound asset of the project, found "gone"/,
    ],
    [
      'a picture that is not there',
      [{ kind: 'burst', id: 'a', strip: 'gone' }],
      /^sequences\[0\]\.effects\[0\]\.strip: expected a picture asset of the project, found "gone"/,
    ],
    ['a rate of a million a second', [{ kind: 'stream', id: 'a', rate: 1e6 }], /^sequences\[0\]\.effects\[0\]\.rate: .*from 0 to 5000/],
    [
      'a caption whose markup is left open',
      [{ kind: 'caption', id: 'a', text: 'so {sway: far' }],
      /^sequences\[0\]\.effects\[0\]\.text: at letter 4: expected a “}” that closes the span opened here/,
    ],
    [
      'a caption whose markup is nested',
      [{ kind: 'caption', id: 'a', text: '{sway: so {tilt: far}}' }],
      /^sequences\[0\]\.effects\[0\]\.text: at letter 11: expected the span opened at 1 to be closed before another/,
    ],
    [
      'a caption that speaks of a field there is not',
      [{ kind: 'caption', id: 'a', text: 'so {far}' }],
      /^sequences\[0\]\.effects\[0\]\.text: at letter 4: expected a field of the event "lance-hit", found {far}/,
    ],
    ['two effects of one id', [flash({}), flash({})], /^sequences\[0\]\.effects\[1\]\.id: expected an id of its own/],
  ];
  for (const [what, effects, expected] of refusals) {
    it(`refuses ${what}, naming the place and what was expected`, () => {
      const { project, problems } = readProject(projectJson(effects));
      expect(project).toBeUndefined();
      expect(problems.map(({ path, message }) => `${path}: ${message}`).join('\n')).toMatch(expected);
    });
  }

  it('follows a circle of anchors all the way round', () => {
    const chain = ['a', 'b', 'c'].map((id, i, all) => ({ kind: 'flash', id, anchor: { to: 'start', effect: all[(i + 1) % 3] } }));
    expect(told(projectJson(chain))[0]).toContain('the circle a → b → c → a');
  });

  it('takes a thousand effects hung on one another without running out of stack', () => {
    const chain = Array.from({ length: 1000 }, (_, i) => ({
      kind: 'flash',
      id: `e${i}`,
      ...(i < 999 && { anchor: { to: 'start', effect: `e${i + 1}` } }),
    }));
    expect(told(projectJson(chain))).toEqual([]);
  });

  it('refuses a hundred thousand effects by counting them', () => {
    expect(told(projectJson(new Array(100000).fill({ kind: 'flash', id: 'a' })))).toEqual([
      'sequences[0].effects: expected at most 1000 effects, found 100000',
    ]);
  });

  it('refuses paths that leave the project’s folder', () => {
    for (const file of ['../secret.wav', '/etc/passwd', 'a/../../b.wav', 'C:\\x.wav', '.hidden', '']) {
      const json = projectJson([]);
      (json['assets'] as { file: string }[])[0].file = file;
      expect(told(json)[0])
        .withContext(file)
        .toMatch(/^assets\[0\]\.file: expected a relative path/);
    }
  });

  it('warns of one pool played twice at one instant', () => {
    const sound = { kind: 'sound', clips: ['crack'] };
    const { project, problems } = readProject(
      projectJson([
        { ...sound, id: 'a' },
        { ...sound, id: 'b' },
        // Another pool, another instant, or neither heard: no slip.
        { ...sound, id: 'c', clips: ['thud'] },
        { ...sound, id: 'd', delay: 0.1 },
        { ...sound, id: 'e', muted: true },
      ]),
    );
    expect(project).toBeDefined();
    expect(problems).toEqual([
      { severity: 'warning', path: 'sequences[0].effects[1]', message: 'plays the same pool at the same instant as "a"' },
    ]);
  });

  it('never throws, whatever it is given', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (json) => readProject(json).problems.length > 0),
      { numRuns: 300 },
    );
    const whole = projectJson([flash({}), { kind: 'burst', id: 'burst' }, { kind: 'sound', id: 's', clips: ['crack'] }]);
    // Whole documents with one place spoiled: either still usable, or told with a path.
    fc.assert(
      fc.property(fc.jsonValue(), fc.nat(), (junk, where) => {
        const json: unknown = JSON.parse(JSON.stringify(whole));
        spoil(json, where, junk);
        const { project, problems } = readProject(json);
        expect(project !== undefined || problems.every(({ path }) => path !== '')).toBeTrue();
      }),
      { numRuns: 500 },
    );
  });
});

/** Puts `junk` in the place numbered `where` among all places of `json`. */
function spoil(json: unknown, where: number, junk: unknown): void {
  const places: [Record<string, unknown>, string][] = [];
  const visit = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    for (const key of Object.keys(value)) {
      places.push([value as Record<string, unknown>, key]);
      visit((value as Record<string, unknown>)[key]);
    }
  };
  visit(json);
  const [holder, key] = places[where % places.length];
  holder[key] = junk;
}

describe('readProjectText', () => {
  const text = JSON.stringify(projectJson([flash({ amount: 0.375 })]), null, 1);

  it('reads what was written', () => {
    expect(readProjectText(text).project?.id).toBe('yard-test');
  });

  it('tells where a truncated file breaks off', () => {
    const cut = text.slice(0, text.indexOf('"amount"') + 10);
    const [problem] = readProjectText(cut).problems;
    expect(problem.path).toBe('sequences[0].effects[0].amount');
    expect(problem.message).toContain('the text ends');
    expect(problem.message).toContain(`line ${cut.split('\n').length}, column`);
  });

  it('tells where NaN stands', () => {
    const [problem] = readProjectText(text.replace('0.375', 'NaN')).problems;
    expect(problem.path).toBe('sequences[0].effects[0].amount');
    expect(problem.message).toMatch(/^expected a JSON value, found "NaN/);
  });

  it('is told to be JSON of another shape, or no JSON at all', () => {
    expect(readProjectText('[1, 2]').problems[0].path).toBe('(document)');
    expect(readProjectText('hello').problems[0].message).toContain('expected a JSON value');
    expect(readProjectText('').problems[0].message).toContain('the text ends');
  });

  it('finds a fault in every text that the language refuses, and in no other', () => {
    fc.assert(
      fc.property(fc.json(), fc.nat(), fc.constantFrom('', '}', ',', 'x', '"', '1'), (json, where, insert) => {
        const at = where % (json.length + 1);
        const spoiled = insert === '' ? json.slice(0, at) : json.slice(0, at) + insert + json.slice(at);
        let valid = true;
        try {
          JSON.parse(spoiled);
        } catch {
          valid = false;
        }
        expect(findJsonFault(spoiled) === undefined)
          .withContext(spoiled)
          .toBe(valid);
      }),
      { numRuns: 1000 },
    );
  });
});
