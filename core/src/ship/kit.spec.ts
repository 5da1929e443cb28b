import { openKit } from '../runtime.js';
import { projectWith } from '../testing/projects.js';
import { kitDocument } from './kit.js';
import { kitJsonSchema } from './kitJsonSchema.js';
import { KitError } from './kitError.js';

const blow = (id: string, effects: readonly object[]) => ({ ...projectWith(effects).sequences[0], id });

function kitJson(): Record<string, unknown> {
  const effects = [
    { kind: 'flash', id: 'flash' },
    { kind: 'burst', id: 'burst', count: 3 },
  ];
  const project = projectWith(effects);
  const kit = kitDocument({ ...project, sequences: [blow('light', effects), blow('heavy', effects)] });
  return JSON.parse(JSON.stringify(kit)) as Record<string, unknown>;
}

function refusal(change: (kit: Record<string, unknown[]>) => void): string {
  const kit = kitJson();
  change(kit as Record<string, unknown[]>);
  try {
    openKit(kit);
  } catch (error) {
    if (error instanceof KitError) return `${error.path}: ${error.expected}`;
    throw error;
  }
  return 'accepted';
}

describe('an opened kit', () => {
  it('tells what is in it', () => {
    const kit = openKit(kitJson());
    expect(kit.name).toBe('Yard test');
    expect(kit.sequences).toEqual(['light', 'heavy']);
    expect(kit.events.map(({ id }) => id)).toEqual(['lance-hit']);
    expect(kit.eventOf('heavy').id).toBe('lance-hit');
    expect(kit.actors.map(({ id }) => id)).toEqual(['mosshell']);
    expect(kit.particlePictures).toContain('mosshell');
    expect(kit.pictureCells('mosshell')).toBe(1);
    expect(kit.pictureCells('nothing')).toBe(1);
    expect(openKit({ ...kitJson(), label: 7 }).name).toBe('');
  });

  it('warms one sequence at a time, and tells how many are left', () => {
    const kit = openKit(kitJson());
    expect([kit.warm(), kit.warm(), kit.warm()]).toEqual([1, 0, 0]);
  });

  it('names what there is to whoever asks for something else', () => {
    const kit = openKit(kitJson());
    expect(() => kit.strike('medium')).toThrowError('sequence: expected a sequence of the kit (light, heavy), found "medium"');
    expect(() => kit.strike('light', { harm: 1 })).toThrowError(
      'payload.harm: expected a field of the event "lance-hit" (damage, direction, kind, strong)',
    );
  });

  it('refuses two of a name, in every list, at the second', () => {
    for (const list of ['events', 'actors', 'assets', 'sequences']) {
      expect(refusal((kit) => kit[list].push(kit[list][0]))).toMatch(new RegExp(`^${list}\\[\\d\\]\\.id: `));
    }
  });

  it('refuses what is no list, and a list that is too long, at its place', () => {
    for (const list of ['events', 'actors', 'assets', 'sequences']) {
      expect(refusal((kit) => ((kit as Record<string, unknown>)[list] = 'all'))).toMatch(new RegExp(`^${list}: expected`));
    }
    expect(refusal((kit) => (kit['events'] = Array.from({ length: 201 }, () => kit['events'][0])))).toMatch(/^events: expected .*200/);
    const refusedWhole = (json: unknown): string => {
      try {
        openKit(json);
      } catch (error) {
        return (error as KitError).message;
      }
      return 'accepted';
    };
    expect(refusedWhole([])).toMatch(/expected/);
    expect(refusedWhole(null)).toMatch(/expected/);
  });

  it('holds the paths of its assets inside the folder', () => {
    const paths = [
      'assets/../x.wav',
      '../assets/x.wav',
      'assets/.hidden',
      '/assets/x.wav',
      'assets//x.wav',
      'assets/x\\y.wav',
      'x.wav',
      'assets/',
    ];
    for (const file of paths) {
      expect(refusal((kit) => ((kit['assets'][0] as Record<string, unknown>)['file'] = file)))
        .withContext(file)
        .toMatch(/^assets\[0\]\.file: /);
    }
    expect(refusal((kit) => ((kit['assets'][0] as Record<string, unknown>)['file'] = `assets/${'x'.repeat(201)}`))).toMatch(
      /^assets\[0\]\.file/,
    );
    expect(refusal((kit) => ((kit['assets'][0] as Record<string, unknown>)['type'] = 'film'))).toBe(
      'assets[0].type: expected sound or picture, found "film"',
    );
  });
});

describe('the schema of kits', () => {
  it('names its definitions once, refers to them, and describes what it holds', () => {
    const schema = kitJsonSchema() as { $schema: string; $defs: Record<string, { description?: string; additionalProperties?: unknown }> };
    expect(schema.$schema).toContain('2020-12');
    expect(Object.keys(schema.$defs)).toEqual(jasmine.arrayContaining(['flash', 'burst', 'anchor', 'repeat']));
    expect(schema.$defs['flash'].description).toMatch(/\w/);
    // What is written out has every default filled in.
    expect(JSON.stringify(schema.$defs['flash'])).toContain('"required"');
  });

  it('says of numbers their unit once, when they are drawn, and what scales them', () => {
    const { $defs } = kitJsonSchema() as {
      $defs: Record<string, { description: string; properties: Record<string, { description: string }> }>;
    };
    const endOf = (kind: string, field: string): string => $defs[kind].properties[field].description.replace(/^.*?\. ?/, '');
    expect($defs['value'].description).toContain('Drawn per firing');
    expect(endOf('burst-or-stream', 'speed')).toBe('Unit: px/s. Drawn per particle.');
    expect(endOf('burst-or-stream', 'life')).toBe('Drawn per particle.');
    expect(endOf('shake', 'duration')).toBe('Drawn per take.');
    expect(endOf('shake', 'amplitude')).toBe('Unit: px. Strength scales it.');
    expect(endOf('caption', 'enterTime')).toBe('');
  });
});
