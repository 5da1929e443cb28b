import type { Actor } from '@undatio/core';
import { actorSchema } from '@undatio/core';
import { projectWith } from '../../testing';
import {
  copyOf,
  newActor,
  partMoved,
  posed,
  resized,
  spotPlace,
  withNewPart,
  withNewSpot,
  withoutPart,
  withPivot,
  withPosed,
  withSpot,
  type Picture,
} from './actorEdits';

const picture = (id: string, size: Partial<Picture> = {}): Picture => ({
  type: 'picture',
  id,
  label: id,
  file: `pictures/${id}.png`,
  sha256: '0'.repeat(64),
  tags: [],
  cells: 1,
  ...size,
});
const beetle: Actor = {
  id: 'beetle',
  label: 'Beetle',
  role: 'target',
  picture: 'beetle',
  width: 100,
  height: 80,
  spots: { top: { x: 4, y: -30 } },
  parts: [
    { id: 'leg', picture: 'leg', pivot: { x: -20, y: 30 } },
    { id: 'shell', picture: 'shell', pivot: { x: 10, y: 0 } },
  ],
  poses: { hurt: { leg: { turn: 20, x: 2, y: 0 }, whole: { turn: -8, x: 0, y: 0 } } },
};
const project = { ...projectWith([{ kind: 'flash', id: 'flash' }]), actors: [beetle] };

describe('an actor', () => {
  it('begins as large as its picture, in the first role that nobody has, and no larger than the view lets it', () => {
    const made = newActor(project, picture('pip', { width: 60, height: 40 }));
    expect([made.id, made.role, made.width, made.height]).toEqual(['pip', 'source', 60, 40]);
    // Two fifths of the smaller side.
    expect(made.radius).toBe(16);
    const sheet = newActor(project, picture('run', { width: 400, height: 50, cells: 8 }));
    expect([sheet.width, sheet.height]).toEqual([50, 50]);
    const large = newActor(project, picture('hall', { width: 2160, height: 2160 }));
    // Two fifths of a view of 540 px.
    expect([large.width, large.height]).toEqual([216, 216]);
    for (const one of [made, sheet, large]) expect(actorSchema().safeParse(one).success).toBeTrue();
    expect(copyOf(beetle, project)).toEqual(jasmine.objectContaining({ id: 'beetle-copy', role: 'bystander', parts: beetle.parts }));
    // With one actor in each role, further actors stand on no stage.
    const crowd = { ...project, actors: (['source', 'target', 'bystander'] as const).map((role) => ({ ...beetle, id: role, role })) };
    expect(newActor(crowd, picture('pip', { width: 60, height: 40 })).role).toBe('none');
    expect(copyOf(beetle, crowd).role).toBe('none');
  });

  it('has its spots on the edges of its size until they are put elsewhere', () => {
    expect(spotPlace(beetle, 'top')).toEqual({ x: 4, y: -30 });
    expect(spotPlace(beetle, 'feet')).toEqual({ x: 0, y: 40 });
    // The target looks left, the source right.
    expect(spotPlace(beetle, 'front')).toEqual({ x: -50, y: 0 });
    expect(spotPlace({ ...beetle, role: 'source' }, 'front')).toEqual({ x: 50, y: 0 });
    // New ones stand beside one another.
    const more = ['crown', 'tail', 'crown'].reduce(withNewSpot, beetle).spots;
    expect(Object.keys(more)).toEqual(['top', 'crown', 'tail', 'crown-2']);
    expect(new Set(Object.values(more).map(({ x, y }) => `${x} ${y}`)).size).toBe(4);
    const put = withSpot(beetle, 'front', { x: -41.26, y: 3 });
    expect(spotPlace(put, 'front')).toEqual({ x: -41.5, y: 3 });
    expect(withSpot(put, 'front', undefined).spots).toEqual(beetle.spots);
  });

  it('takes along what is placed on it when its size changes', () => {
    const large = resized(beetle, 200, 240);
    expect(large.spots.top).toEqual({ x: 8, y: -90 });
    expect(large.parts[0].pivot).toEqual({ x: -40, y: 90 });
    expect(posed(large, 'hurt', 'leg')).toEqual({ turn: 20, x: 4, y: 0 });
    expect(resized(beetle, -5, 1e9)).toEqual(jasmine.objectContaining({ width: 1, height: 2000 }));
  });

  it('gains, moves and loses parts, in its poses too', () => {
    const more = withNewPart(beetle, picture('leg'));
    expect(more.parts.map(({ id }) => id)).toEqual(['leg', 'shell', 'leg-2']);
    expect(partMoved(more, 'leg-2', -1).parts.map(({ id }) => id)).toEqual(['leg', 'leg-2', 'shell']);
    expect(partMoved(beetle, 'leg', -1)).toBe(beetle);
    expect(withPivot(beetle, 'shell', { x: 1, y: 2 }).parts[1].pivot).toEqual({ x: 1, y: 2 });
    const without = withoutPart(beetle, 'leg');
    expect(without.parts.map(({ id }) => id)).toEqual(['shell']);
    expect(without.poses.hurt).toEqual({ whole: { turn: -8, x: 0, y: 0 } });
  });

  it('is posed part by part, and a part at rest is not named', () => {
    const moved = withPosed(beetle, 'lunge', 'shell', { turn: 12.3 });
    expect(moved.poses.lunge).toEqual({ shell: { turn: 12.5, x: 0, y: 0 } });
    expect(withPosed(moved, 'lunge', 'shell', { turn: 0 }).poses.lunge).toEqual({});
    expect(posed(withPosed(beetle, 'hurt', 'leg', { x: 5 }), 'hurt', 'leg')).toEqual({ turn: 20, x: 5, y: 0 });
    expect(posed(withPosed(beetle, 'hurt', 'leg', { turn: 999 }), 'hurt', 'leg').turn).toBe(360);
  });
});
