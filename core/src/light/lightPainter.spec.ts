import type { Frame } from '../contract.js';
import { particlePictures } from '../effects/parts/particlePictures.js';
import { projectWith } from '../testing/projects.js';
import { frameWith, put, putRibbon } from '../testing/frames.js';
import type { Actor, Project, StageSetUp } from '../model/project.js';
import { LightPainter } from './lightPainter.js';
import { cellLight, type PictureLight } from './pictureLight.js';
import type { StageBackground } from './stageGrounds.js';

/** Pictures drawn of frames made by hand, a cell for each px, against what docs/drawing.md says of each thing at a place. */

type Rgb = readonly [number, number, number];
const ids = { source: 'horn', target: 'shell', bystander: 'pip' } as const;
/** Red on its left, blue on its right. */
const halves = cellLight(2, 1, new Uint8Array([255, 0, 0, 255, 0, 0, 255, 255]));
const green = cellLight(1, 1, new Uint8Array([0, 255, 0, 255]));
const picture = (...cells: PictureLight['cells']): PictureLight => ({ width: 40, height: 20, cells });

const base = projectWith([]);
const body = (role: keyof typeof ids, x: number, part: Partial<Actor> = {}): Actor => ({
  ...base.actors[0],
  id: ids[role],
  role,
  picture: 'halves',
  width: 40,
  height: 20,
  place: { x, y: 0 },
  parts: [],
  ...part,
});

interface Staged {
  readonly actors?: readonly Actor[];
  readonly setUp?: Partial<StageSetUp>;
  readonly background?: StageBackground;
  readonly seen?: Project['seen'];
  readonly pictures?: readonly (readonly [string, PictureLight])[];
}

/** The middle of the canvas is 100 px to the right of contact, and 10 px over it: it lies at 0.42 and 0.6 of 200 by 100. */
function drawn(change: (frame: Frame) => void, staged: Staged = {}): (x: number, y: number) => Rgb {
  const { actors = [], setUp = { ground: false }, background = 'bright', seen = base.seen, pictures = [] } = staged;
  const lights = new Map([['halves', picture(halves)], ['green', picture(green)], ...pictures]);
  const assets = ['halves', 'green'].map((id) => ({ ...base.assets[2], id }));
  const stage = { project: { ...base, seen, assets, actors: [...actors] }, setUp: setUp as StageSetUp, background, pictures: lights };
  const painter = new LightPainter(stage, { width: 200, height: 100, columns: 200 });
  const { r, g, b } = painter.paint(frameWith(change));
  return (x, y) => {
    const i = Math.floor(60 + y) * 200 + Math.floor(84 + x);
    return [r[i], g[i], b[i]];
  };
}

const near = (found: Rgb, wanted: Rgb, digits = 2): void => {
  found.forEach((channel, k) =>
    expect(channel)
      .withContext(`${String(found)}, wanted ${String(wanted)}`)
      .toBeCloseTo(wanted[k], digits),
  );
};
const bright: Rgb = [0xe9 / 255, 0xee / 255, 0xe2 / 255];
const red: Rgb = [1, 0, 0];
const blue: Rgb = [0, 0, 1];
const over = (ink: Rgb, alpha: number, under = bright): Rgb =>
  ink.map((channel, k) => under[k] + (channel - under[k]) * alpha) as unknown as Rgb;
const added = (ink: Rgb, alpha: number, under = bright): Rgb =>
  ink.map((channel, k) => Math.min(1, under[k] + channel * alpha)) as unknown as Rgb;

describe('the painter of lights: bodies', () => {
  const still = (): void => undefined;

  it('stand where they are placed, look as their pictures do, and face each other', () => {
    const at = drawn(still, { actors: [body('source', -50), body('target', 50)] });
    // Either picture looks as its body faces, unless it is said otherwise.
    near(at(-60, 0), red);
    near(at(-40, 0), blue);
    near(at(40, 0), red);
    near(at(60, 0), blue);
    near(at(50, -11), bright);
    near(at(50, 11), bright);
    near(at(71, 0), bright);
    const turned = drawn(still, { actors: [body('source', -50, { looks: 'left' }), body('target', 50, { looks: 'right' })] });
    near(turned(-60, 0), blue);
    near(turned(60, 0), red);
  });

  it('of several whose feet are lower is in front; at one depth the source is, then the target, then who stands by', () => {
    const overlapping = (roles: readonly (keyof typeof ids)[]) => {
      const at = drawn(still, { actors: roles.map((role) => body(role, 0, { picture: role === 'target' ? 'green' : 'halves' })) });
      return at(-10, 0);
    };
    near(overlapping(['target', 'source']), red);
    near(overlapping(['target', 'bystander']), [0, 1, 0]);
    near(overlapping(['source', 'bystander']), red);
    const lower = body('bystander', 0, { picture: 'green', place: { x: 0, y: 4 } });
    near(drawn(still, { actors: [lower, body('source', 0)] })(-10, 4), [0, 1, 0]);
    const at = drawn(still, { actors: [body('bystander', 0, { picture: 'green' }), body('source', 10)] });
    near(at(-15, 0), [0, 1, 0]);
    near(at(-5, 0), red);
  });

  it('are moved, turned and squashed about the middle of their foot, faded and flashed as the frame says', () => {
    const actors = [body('target', 0)];
    const moved = drawn(({ target }) => Object.assign(target, { x: 30, y: -20 }), { actors });
    near(moved(20, -20), red);
    near(moved(0, 0), bright);
    // A quarter turn clockwise about (0, 10): what was up lies to the right.
    const turned = drawn(({ target }) => Object.assign(target, { rotation: 90 }), { actors });
    near(turned(10, 0), red);
    near(turned(10, 20), blue);
    near(turned(-5, 0), bright);
    const flat = drawn(({ target }) => Object.assign(target, { scaleX: 0.5, scaleY: 1.5 }), { actors });
    near(flat(-8, -15), red);
    near(flat(-15, 0), bright);
    near(drawn(({ target }) => Object.assign(target, { alpha: 0.25 }), { actors })(-10, 0), over(red, 0.25));
    const flashed = (flashMode: string): Rgb =>
      drawn(({ target }) => Object.assign(target, { flash: 0.5, flashColour: 0x00ff80, flashMode }), { actors })(-10, 0);
    near(flashed('mix'), [0.5, 0.5, 0.25]);
    near(flashed('add'), [1, 0.5, 0.25]);
    near(flashed('multiply'), [0.5, 0, 0]);
  });

  it('that are sunk are hidden by the ground, which lies at their foot, or at the lower side of one that lies down', () => {
    const actors = [body('target', 0)];
    const sunken = drawn(({ target }) => Object.assign(target, { y: 6, sunk: 6 }), { actors });
    near(sunken(-10, 9), red);
    near(sunken(-10, -3), red);
    near(sunken(-10, -5), bright);
    near(sunken(-10, 11), bright);
    near(sunken(-10, 15), bright);
    // Turned by a quarter about (0, 10) it reaches from −10 to 30; 8 px lower, what is under 30 is hidden.
    const lying = drawn(({ target }) => Object.assign(target, { y: 8, sunk: 8, rotation: 90 }), { actors });
    near(lying(10, 29), blue);
    near(lying(10, 31), bright);
    near(lying(10, 36), bright);
    near(lying(10, -1), red);
    // The view turns, and the ground with it.
    const rolled = drawn(
      ({ target, view }) => {
        Object.assign(target, { y: 6, sunk: 6 });
        view.roll = 90;
      },
      { actors },
    );
    near(rolled(9, 10), red);
    near(rolled(12, 10), bright);
    near(rolled(15, 10), bright);
  });

  it('of parts have each of them where it hangs', () => {
    const parts = [
      { id: 'trunk', picture: 'halves', pivot: { x: 0, y: 0 } },
      { id: 'arm', picture: 'green', pivot: { x: 0, y: -10 } },
    ];
    const poses: Actor['poses'] = { guard: { arm: { x: 0, y: -20, turn: 0 } } };
    const actors = [body('target', 0, { parts, poses })];
    near(drawn(still, { actors })(-10, 0), [0, 1, 0]);
    const lifted = drawn(({ target }) => Object.assign(target, { pose: { ...target.pose, guard: 1 } }), { actors });
    near(lifted(-10, -20), [0, 1, 0]);
    near(lifted(-10, 5), red);
  });

  it('move with the view, which turns, draws nearer and shakes about contact', () => {
    const actors = [body('target', 40)];
    near(drawn(({ view }) => Object.assign(view, { x: 20, y: -5 }), { actors })(10, 8), red);
    const zoomed = drawn(({ view }) => Object.assign(view, { zoom: 1.5 }), { actors });
    near(zoomed(45, 0), red);
    near(zoomed(75, 0), blue);
    near(zoomed(28, 0), bright);
    // The view rolls clockwise, so what it shows goes round the other way.
    const rolled = drawn(({ view }) => Object.assign(view, { roll: 90 }), { actors });
    near(rolled(0, -30), red);
    near(rolled(0, -50), blue);
    near(rolled(40, 0), bright);
  });
});

describe('the painter of lights: what flies about', () => {
  it('is rings and sweeps, over or added', () => {
    const at = drawn(({ rings, arcs }) => {
      put(rings, { x: 0, y: 0, radius: 20, width: 6, r: 1, g: 0, b: 0, a: 0.5, blend: 0 });
      put(rings, { x: 60, y: 0, radius: 10, width: 4, r: 0, g: 0, b: 0.1, a: 1, blend: 1 });
      put(arcs, { x: 0, y: -5, inner: 30, outer: 40, from: 0, to: 90, r: 0, g: 0, b: 1, a: 1, blend: 0 });
    });
    near(at(20, 0), over(red, 0.5));
    near(at(0, -20), over(red, 0.5));
    near(at(0, 0), bright);
    near(at(26, 0), bright);
    near(at(70, 0), added([0, 0, 0.1], 1));
    // Its leading edge is at 90°, straight down, whole there and thin and faint where it began.
    const [, , b] = at(2, 30);
    expect(b).toBeCloseTo(1, 1);
    expect(at(2, 30)[0]).toBeLessThan(0.15);
    near(at(38, -4), bright);
    near(at(-4, 30), bright);
  });

  it('is ribbons behind bodies or over them', () => {
    const line =
      (layer: number) =>
      ({ ribbons }: Frame) =>
        putRibbon(
          ribbons,
          { y: 0, r: 0, g: 1, b: 1, a: 1 },
          [
            { x: -40, width: 4 },
            { x: 40, width: 8 },
          ],
          { layer, blend: 0 },
        );
    const actors = [body('target', 0)];
    near(drawn(line(0), { actors })(-10, 0), red);
    near(drawn(line(1), { actors })(-10, 0), [0, 1, 1]);
    const alone = drawn(line(0));
    near(alone(-30, 1), [0, 1, 1]);
    // As wide as its nodes’ mean.
    near(alone(30, 2), [0, 1, 1]);
    near(alone(30, 4), bright);
    near(alone(45, 0), bright);
  });

  it('is particles of its own shapes or of pictures, additive ones over others', () => {
    const chip = particlePictures.indexOf('chip');
    const first = particlePictures.length;
    const spot = (fields: object, blend: number, picture: number) => ({
      x: 0,
      y: 0,
      size: 20,
      rotation: 0,
      g: 0,
      a: 1,
      cell: 0,
      blend,
      picture,
      ...fields,
    });
    const at = drawn(({ particles }) => {
      put(particles, spot({ r: 0.1, b: 0.1 }, 1, chip));
      put(particles, spot({ r: 0, b: 0, a: 0.5 }, 0, chip));
      put(particles, spot({ x: 50, r: 1, g: 1, b: 1 }, 0, first));
      put(particles, spot({ x: 90, r: 1, g: 1, b: 1, rotation: 180 }, 0, first));
    });
    near(at(0, 0), added([0.1, 0, 0.1], 1, over([0, 0, 0], 0.5)));
    near(at(9, 9), bright);
    // A picture is as high as its own sides say: 20 wide, 10 high.
    near(at(45, 0), red);
    near(at(55, 0), blue);
    near(at(45, 7), bright);
    near(at(85, 0), blue);
    near(at(95, 0), red);
  });

  it('is pictures behind, before, and on a body, turned and squashed with it', () => {
    const spot = { picture: 'green', x: 0, y: 0, size: 20, rotation: 0, alpha: 1, tint: 0xffffff, blend: 0, party: 0 };
    const actors = [body('target', 0)];
    const layered = (layer: number): Rgb => drawn(({ pictures }) => put(pictures, { ...spot, layer }), { actors })(-5, 0);
    near(layered(0), red);
    near(layered(1), red);
    near(layered(2), [0, 1, 0]);
    const tinted = drawn(({ pictures }) => put(pictures, { ...spot, layer: 2, tint: 0xff8000, alpha: 0.5, y: -30 }));
    near(tinted(0, -30), over([0, 0x80 / 255, 0], 0.5));
    // On the head of somebody who lies on the side.
    const worn = drawn(
      ({ pictures, target }) => {
        put(pictures, { ...spot, layer: 2, y: -20, party: 2 });
        Object.assign(target, { rotation: 90 });
      },
      { actors },
    );
    near(worn(30, 10), [0, 1, 0]);
    near(worn(0, -20), bright);
    near(drawn(({ pictures }) => put(pictures, { ...spot, layer: 2, picture: 'unknown' }))(0, 0), bright);
  });
});

describe('the painter of lights: words, meters and the lens', () => {
  it('is a block of an outline with one of the fill on it, as wide as its letters, turned with them', () => {
    const text = { x: 0, y: 0, size: 20, alpha: 1, colour: 0xff0000, outline: 0x000000 };
    const at = drawn(({ numbers }) => put(numbers, { ...text, text: '888' }));
    // The outline covers 0.85 of its block and the letters 0.45 of theirs.
    near(at(0, 0), over(red, 0.45, over([0, 0, 0], 0.85)));
    near(at(0, 11.5), over([0, 0, 0], 0.85));
    near(at(0, 14), bright);
    near(at(60, 0), bright);
    near(drawn(({ numbers }) => put(numbers, { ...text, text: '' }))(0, 0), bright);
    near(drawn(({ numbers }) => put(numbers, { ...text, size: 0, text: '888' }))(0, 0), bright);
    const turned = drawn(({ glyphs }) => put(glyphs, { ...text, text: 'mmm', rotation: 90, alpha: 0.5 }));
    near(turned(0, 20), over(red, 0.225, over([0, 0, 0], 0.425)));
    near(turned(20, 0), bright);
  });

  it('is a rim, what was lost lately, and what is left', () => {
    const meter = {
      x: 0,
      y: -30,
      width: 60,
      height: 10,
      value: 0.25,
      lag: 0.5,
      alpha: 1,
      fill: 0xff0000,
      lagFill: 0x0000ff,
      back: 0x00ff00,
    };
    const at = drawn(({ meters, target }) => {
      Object.assign(target, { x: 4, y: 5 });
      put(meters, { ...meter, party: 2 });
    });
    // It goes with its body.
    near(at(-20, -25), red);
    near(at(-6, -25), blue);
    near(at(20, -25), [0, 1, 0]);
    near(at(34, -25), [0, 1, 0]);
    near(at(37, -25), bright);
    near(at(-20, -18.5), [0, 1, 0]);
    near(drawn(({ meters }) => put(meters, { ...meter, party: 4 }))(0, -30), bright);
    near(drawn(({ meters }) => put(meters, { ...meter, value: 0, lag: 0, party: 1 }))(-29, -30), [0, 1, 0]);
  });

  it('is dark corners, a flash over all, and colours drawn apart', () => {
    const corners: Rgb = [4 / 255, 10 / 255, 16 / 255];
    const dim = drawn(({ view }) => Object.assign(view, { vignette: 1 }));
    near(dim(16, -10), bright);
    // 0.702 from the middle: (0.702 − 60/256) ÷ (122/256) = 0.98.
    near(dim(-83, -59), over(corners, 0.98), 1);
    near(drawn(({ view }) => Object.assign(view, { flash: 0.4, flashColour: 0xff0000 }))(0, 0), over(red, 0.4));
    const split = drawn(({ view }) => Object.assign(view, { split: 5 }), { actors: [body('target', 0)] });
    // Red lies 5 px to the right, blue 5 to the left: at the left edge there is no red yet.
    expect(split(-18, 0)[0]).toBeCloseTo(bright[0], 2);
    expect(split(-18, 0)[2]).toBeCloseTo(0, 2);
    expect(split(-3, 0)[2]).toBeCloseTo(1, 2);
    expect(split(3, 0)[0]).toBeCloseTo(1, 2);
  });
});

describe('the painter of lights: what is behind', () => {
  const still = (): void => undefined;

  it('is sky, and ground under the feet of those who stand on it', () => {
    const at = drawn(still, { setUp: {}, actors: [body('target', 0)] });
    near(at(60, 5), bright);
    near(at(60, 15), [0xb3 / 255, 0xc5 / 255, 0x8e / 255]);
    near(drawn(still, { setUp: {}, background: 'dark' })(0, -20), [0x0b / 255, 0x18 / 255, 0x20 / 255]);
    near(drawn(still, { setUp: {}, actors: [body('target', 0)], seen: 'above' })(60, 15), bright);
    const own = drawn(still, {
      setUp: { background: { of: 'colour', colour: '#804020' } },
      background: 'own',
      actors: [body('target', 0)],
    });
    near(own(60, 0), [0x80 / 255, 0x40 / 255, 0x20 / 255]);
    near(own(60, 15), [0x60 / 255, 0x30 / 255, 0x18 / 255]);
  });

  it('is a picture of one’s own where it is placed, or the arena, whose far layers go along with the view', () => {
    const background = { of: 'picture', picture: 'halves', x: 20, y: 0, width: 80 } as StageSetUp['background'];
    const at = drawn(still, { setUp: { background }, background: 'own' });
    near(at(0, 0), red);
    near(at(40, 15), blue);
    near(at(40, 25), [0x0b / 255, 0x18 / 255, 0x20 / 255]);
    const far: PictureLight = { width: 100, height: 100, cells: [halves] };
    const seenAt = (view: object, layer: string): ((x: number, y: number) => Rgb) =>
      drawn((frame) => Object.assign(frame.view, view), { setUp: {}, background: 'dark', pictures: [[layer, far]] });
    // Its parting lies 10 px right of contact: 0.4 of 100 px lie left of it.
    near(seenAt({}, 'mossy-log')(8, 20), red);
    near(seenAt({}, 'mossy-log')(12, 20), blue);
    // The view goes 40 px to the right: the log with all of it, the far layer with a quarter of it.
    near(seenAt({ x: 40 }, 'mossy-log')(-28, 20), blue);
    near(seenAt({ x: 40 }, 'mossy-log')(-32, 20), red);
    near(seenAt({ x: 40 }, 'mossy-log-far')(2, 20), blue);
    near(seenAt({ x: 40 }, 'mossy-log-far')(-2, 20), red);
    // What is near is drawn over the bodies.
    const covered = drawn(still, {
      setUp: {},
      background: 'dark',
      pictures: [['mossy-log-near', far]],
      actors: [body('target', 0, { picture: 'green', place: { x: 0, y: 20 } })],
    });
    near(covered(0, 20), red);
    const behind = drawn(still, {
      setUp: {},
      background: 'dark',
      pictures: [['mossy-log', far]],
      actors: [body('target', 0, { picture: 'green', place: { x: 0, y: 20 } })],
    });
    near(behind(0, 20), [0, 1, 0]);
  });
});
