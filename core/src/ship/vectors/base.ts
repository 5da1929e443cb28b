import type { EventType, Project } from '../../model/project.js';

/** What every vector's sequences refer to: two events, five bodies, four sounds and two pictures. */

const digest = '0'.repeat(64);
const sound = (id: string, duration: number) => ({
  type: 'sound' as const,
  id,
  label: id,
  file: `assets/${id}.wav`,
  sha256: digest,
  tags: [],
  duration,
  peaks: [],
});
const picture = (id: string, cells: number) => ({
  type: 'picture' as const,
  id,
  label: id,
  file: `assets/${id}.svg`,
  sha256: digest,
  tags: [],
  cells,
});
const damage = { type: 'number' as const, name: 'damage', label: 'Damage', min: 0, max: 50, step: 1, default: 10 };

const hit: EventType = {
  id: 'hit',
  label: 'Hit',
  fields: [
    damage,
    { type: 'direction', name: 'direction', label: 'Direction', default: 25 },
    { type: 'kind', name: 'kind', label: 'Kind', options: ['plain', 'ember'], default: 'plain' },
    { type: 'flag', name: 'strong', label: 'Strong', default: false },
    { type: 'text', name: 'word', label: 'Word', default: 'ouch' },
  ],
};

const body = { label: 'Body', picture: 'leaf', parts: [], poses: {} };

export const vectorBase: Omit<Project, 'sequences' | 'id' | 'label' | 'statuses' | 'responses' | 'drills' | 'presets'> = {
  format: 1,
  conventions: { axis: 'down', angles: 'degrees', unitsPerPixel: 1, viewWidth: 960, viewHeight: 540, frameRate: 60 },
  events: [hit, { id: 'bare', label: 'Bare', fields: [damage] }],
  actors: [
    { ...body, id: 'striker', role: 'source', width: 120, height: 100, place: { x: -100, y: 10 }, spots: {} },
    { ...body, id: 'struck', role: 'target', width: 140, height: 90, place: { x: 90, y: -6 }, spots: { top: { x: 4, y: -50 } } },
    { ...body, id: 'near', role: 'bystander', width: 60, height: 50, place: { x: 260, y: 40 }, spots: {} },
    { ...body, id: 'high', role: 'bystander', width: 60, height: 50, place: { x: 120, y: -210 }, spots: {} },
    // Its pose turns the whole of it.
    {
      ...body,
      poses: { fall: { whole: { turn: 80, x: -4, y: 6 } } },
      id: 'far',
      role: 'bystander',
      width: 60,
      height: 50,
      place: { x: 2000, y: 0 },
      spots: {},
    },
  ],
  assets: [sound('knock', 0.5), sound('crack', 0.3), sound('thud', 0.8), sound('tick', 0.2), picture('leaf', 1), picture('strip', 4)],
};
