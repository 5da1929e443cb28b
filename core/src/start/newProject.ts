import { effectKinds, fieldsOfKind, type EffectName } from '../effects/registry.js';
import { newEffect } from '../effects/schemas.js';
import type { NumberValue } from '../model/fields.js';
import { mapValue, tidy } from '../model/valueEdits.js';
import { responseSchema } from '../combat/schemas.js';
import { conventionsSchema, projectFormat, type Asset, type Conventions, type Project, type Response } from '../model/project.js';
import { standIn } from './standIns.js';

/** What a game differs in, as asked of a person who begins. */
export interface ProjectChoices {
  readonly id: string;
  readonly label: string;
  /** px that the game's view shows across and from top to foot at zoom 1. */
  readonly viewWidth: number;
  readonly viewHeight: number;
  readonly axis: Conventions['axis'];
  /** px for one unit of the game's world. */
  readonly pixelsPerUnit: number;
  readonly seen: 'side' | 'above';
}

/** A sound that a new project begins with; its bytes and outline are the caller's to give. */
export type FirstSound = Pick<Extract<Asset, { type: 'sound' }>, 'sha256' | 'duration' | 'peaks'>;

/** A new project, and the texts of its pictures by their assets' ids: their digests are the caller's to fill in. */
export interface NewProject {
  readonly project: Project;
  readonly pictures: ReadonlyMap<string, string>;
}

/** The view that the sizes below are made for. */
const drawnFor = 960;
const noDigest = '0'.repeat(64);

/**
 * A project that can be struck at once: two stand-in bodies, the event `hit`, and one sequence on it. Sizes and speeds in px
 * follow from the view's width. Throws nothing: the choices are checked as the project is.
 */
export function newProject({ id, label, viewWidth, viewHeight, axis, pixelsPerUnit, seen }: ProjectChoices, sound: FirstSound): NewProject {
  const size = Math.min(viewWidth / drawnFor, viewHeight / ((drawnFor * 9) / 16));
  const px = (length: number): number => tidy(length * size);
  const actor = (role: 'source' | 'target', name: string, word: string, x: number) => ({
    id: name,
    label: word,
    role,
    picture: name,
    width: px(84),
    height: px(96),
    // Most of the visible body can be hit.
    radius: px(34),
    place: { x: px(x), y: 0 },
    spots: {},
    parts: [],
    poses: {
      hurt: { whole: { turn: -9, x: px(-5), y: 0 } },
      lunge: { whole: { turn: 8, x: px(14), y: 0 } },
      guard: { whole: { turn: -4, x: px(-4), y: px(2) } },
      fall: { whole: { turn: -88, x: px(-16), y: px(18) } },
    },
  });
  const pictures = new Map([
    ['striker', standIn('striker', seen)],
    ['dummy', standIn('dummy', seen)],
  ]);
  const project: Project = {
    format: projectFormat,
    id,
    label,
    seen,
    conventions: conventionsSchema().parse({ axis, viewWidth, viewHeight, unitsPerPixel: 1 / pixelsPerUnit }),
    stopBudget: { seconds: 0.35, within: 1 },
    events: [
      {
        id: 'hit',
        label: 'Hit',
        note: 'One body strikes another.',
        fields: [
          { type: 'number', name: 'damage', label: 'Damage', min: 0, max: 50, step: 1, default: 12 },
          { type: 'direction', name: 'direction', label: 'Direction', default: 0 },
        ],
        harm: { value: 'damage' },
      },
    ],
    actors: [
      { ...actor('source', 'striker', 'Striker', -62), side: 'player' },
      { ...actor('target', 'dummy', 'Dummy', 62), side: 'practice', health: { most: 100, cannotFall: true } },
    ],
    assets: [
      ...[...pictures.keys()].map((name): Asset => ({
        type: 'picture',
        id: name,
        label: name === 'striker' ? 'Striker' : 'Dummy',
        file: `pictures/${name}.svg`,
        sha256: noDigest,
        tags: ['body'],
        cells: 1,
      })),
      { type: 'sound', id: 'thud', label: 'Thud', file: 'sounds/thud.wav', tags: [], ...sound },
    ],
    sequences: [{ id: 'first-blow', label: 'First blow', event: 'hit', note: '', effects: firstBlow(size, seen) }],
    statuses: [],
    responses: [responseSchema().parse({ id: 'hit', event: 'hit', rungs: [struck] }) as Response],
    drills: [],
    presets: [],
  };
  return { project, pictures };
}

/** What a blow does until the person says more. */
const struck = { id: 'struck', label: 'Struck', then: [{ outcome: 'harm' }, { outcome: 'play', sequence: 'first-blow' }] };

const byDamage = (least: number, most: number): NumberValue => ({ drive: 'damage', in: [0, 50], out: [least, most] });

/** What happens on a first blow: seen, felt and heard, and gone within half a second. */
function firstBlow(size: number, seen: ProjectChoices['seen']): Project['sequences'][number]['effects'] {
  const effect = (kind: EffectName, set: Readonly<Record<string, unknown>> = {}) => {
    const made = newEffect(kind, kind, { clip: 'thud' });
    return made ? [scaled({ ...made, ...set } as typeof made, size)] : [];
  };
  return [
    ...effect('flash', { duration: 0.1, amount: byDamage(0.7, 1) }),
    ...effect('hit-stop', { duration: byDamage(0.04, 0.1) }),
    ...effect('burst', {
      count: byDamage(14, 34),
      speed: { range: [180, 760] },
      size: { range: [12, 28] },
      ...(seen === 'above' && { gravity: 0 }),
    }),
    ...effect('squash', { amount: byDamage(-0.12, -0.28) }),
    ...effect('knockback', { distance: byDamage(14, 52) }),
    ...effect('shake', { amplitude: byDamage(3, 10) }),
    ...effect('number', { template: '{damage}', ...(seen === 'above' && { gravity: 0 }) }),
    ...effect('sound', {}),
    ...effect('pose', { pose: 'hurt', on: 'target' }),
  ];
}

/** The effect with every length in px and every speed made larger or smaller. */
export function scaled<E extends { readonly kind: EffectName }>(effect: E, size: number): E {
  const values = effect as Readonly<Record<string, unknown>>;
  const changed = Object.entries(fieldsOfKind(effectKinds[effect.kind])).flatMap(([name, field]) =>
    field.control === 'value' && field.unit.startsWith('px') && values[name] !== undefined
      ? [[name, mapValue(values[name] as NumberValue, (value) => value * size, field)]]
      : [],
  );
  return { ...effect, ...Object.fromEntries(changed) } as E;
}
