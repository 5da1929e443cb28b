import { type Effect, type Place } from '@undatio/core';
import {
  dragFall,
  dragReach,
  headingIn,
  mapValue,
  placeIn,
  tidy,
  valueSpan,
  type NumberValue,
  type Standing,
} from '@undatio/core/internal';
import { boundsOf, readField } from '../sequenceEdits';

/** What a shape on the stage hangs on. */
export interface ShapeScene {
  readonly standing: Standing;
  /** Where the blow flies, in degrees; undefined where the event has no direction. */
  readonly blow: number | undefined;
}

/** Something on the stage that can be taken hold of: it changes fields of the effect by where it is dragged to. */
export interface ShapeHandle {
  readonly name: string;
  /** World px from the contact point. */
  readonly x: number;
  readonly y: number;
  readonly value: string;
  /** The fields as they are when the handle is dragged to a place. */
  drag(x: number, y: number): Partial<Record<string, unknown>>;
}

/** An effect's shape on the stage: outlines as SVG paths in world px, and what can be dragged. */
export interface Shape {
  readonly outlines: readonly string[];
  /** Outlines that only tell, such as a true reach. */
  readonly guides: readonly string[];
  readonly handles: readonly ShapeHandle[];
}

interface Direction {
  mode: 'along' | 'against' | 'away' | 'toward' | 'fixed' | 'any';
  angle: number;
  spread: number;
}

const toRadians = Math.PI / 180;
const at = (x: number, y: number): string => `${x.toFixed(1)} ${y.toFixed(1)}`;

/** The shape of what is let go or drawn in space; undefined for effects without one. */
export function shapeOf(effect: Effect, scene: ShapeScene): Shape | undefined {
  switch (effect.kind) {
    case 'burst':
    case 'stream':
      return emission(effect, scene);
    case 'ring':
      return ring(effect, scene);
    case 'arc':
      return arc(effect, scene);
    default:
      return undefined;
  }
}

/** The highest that a value comes out as. */
function high(effect: Effect, name: string): number {
  return valueSpan(readField(effect, name) as NumberValue)[1];
}

/** The field with every number it can come out as multiplied, or set where it was 0. */
function scaled(effect: Effect, name: string, to: number): Partial<Record<string, unknown>> {
  const value = readField(effect, name) as NumberValue;
  const before = high(effect, name);
  const rounded = Math.round(to * 10) / 10;
  const change = Math.abs(before) < 1e-9 ? () => rounded : (x: number) => Math.round(((x * rounded) / before) * 10) / 10;
  return { [name]: mapValue(value, change, boundsOf(effect.kind, name)) };
}

function circle({ x, y }: Place, radius: number): string {
  return `M${at(x - radius, y)} A${radius} ${radius} 0 1 1 ${at(x + radius, y)} A${radius} ${radius} 0 1 1 ${at(x - radius, y)}`;
}

/** World px beyond which a handle could not be reached on the stage. */
const farthest = 150;

/** The age at which a flight is shaped: its whole life, or so much of it that its end is in reach. */
function shownAge(life: number, speed: number, drag: number, gravity: number): number {
  let age = life;
  while (age > 1e-3 && (speed * dragReach(drag, age) > farthest || Math.abs(gravity) * dragFall(drag, age) > farthest / 2)) age *= 0.9;
  return age;
}

function emission(effect: Extract<Effect, { kind: 'burst' | 'stream' }>, scene: ShapeScene): Shape {
  const direction = effect.direction as Direction;
  const party = effect.from === 'contact' ? effect.on : effect.from;
  const body = effect.shape === 'body';
  const origin = body ? placeIn(scene.standing, party, 'middle') : placeIn(scene.standing, effect.from, effect.spot);
  const heading = direction.mode === 'any' ? 0 : headingIn({ ...scene.standing, blow: scene.blow }, direction.mode);
  const middle = heading + direction.angle;
  const drag = high(effect, 'drag');
  const life = shownAge(high(effect, 'life'), high(effect, 'speed'), drag, high(effect, 'gravity'));
  const reach = dragReach(drag, life);
  const fall = dragFall(drag, life);
  const far = high(effect, 'speed') * reach;
  const radius = high(effect, 'radius');
  const gravity = high(effect, 'gravity');
  const ray = (degrees: number, length: number): Place => ({
    x: origin.x + Math.cos(degrees * toRadians) * length,
    y: origin.y + Math.sin(degrees * toRadians) * length,
  });
  const across = ray(middle + 90, radius);
  const tip = ray(middle, far);
  const landed = { x: tip.x, y: tip.y + gravity * fall };
  const wide = effect.aim === 'outward' ? 0 : direction.spread;
  const edge = ray(middle + wide / 2, far);
  const opposite = ray(middle - wide / 2, far);

  const outlines: string[] = [];
  if (effect.shape === 'disc' || effect.shape === 'circle') outlines.push(circle(origin, radius));
  if (effect.shape === 'segment' || effect.shape === 'cone') {
    const back = ray(middle - 90, radius);
    outlines.push(`M${at(back.x, back.y)} L${at(across.x, across.y)}`);
  }
  if (body) {
    const { width, height } = scene.standing.bodies[party];
    const [a, b] = [width / 2 + radius, height / 2 + radius];
    outlines.push(
      `M${at(origin.x - a, origin.y)} A${a} ${b} 0 1 1 ${at(origin.x + a, origin.y)} A${a} ${b} 0 1 1 ${at(origin.x - a, origin.y)}`,
    );
  }
  if (direction.mode !== 'any') {
    outlines.push(
      `M${at(opposite.x, opposite.y)} L${at(origin.x, origin.y)} L${at(edge.x, edge.y)}`,
      `M${at(opposite.x, opposite.y)} A${far} ${far} 0 ${wide > 180 ? 1 : 0} 1 ${at(edge.x, edge.y)}`,
    );
  }
  // The way of a middling particle, as gravity bends it.
  const way = Array.from({ length: 17 }, (_, i) => {
    const age = (life * i) / 16;
    const out = high(effect, 'speed') * dragReach(drag, age);
    const point = ray(middle, out);
    return at(point.x, point.y + gravity * dragFall(drag, age));
  });
  outlines.push(`M${way.join('L')}`);

  const speedTo = (x: number, y: number): Partial<Record<string, unknown>> => {
    const length = Math.hypot(x - origin.x, y - origin.y);
    return {
      ...scaled(effect, 'speed', Math.max(1, length / Math.max(1e-6, reach))),
      ...(direction.mode !== 'any' && { direction: { ...direction, angle: turned(x - origin.x, y - origin.y, heading) } }),
    };
  };
  const handles: ShapeHandle[] = [
    { name: 'Flight', ...tip, value: `${Math.round(high(effect, 'speed'))} px/s at ${direction.angle}°`, drag: speedTo },
    {
      name: 'Gravity',
      ...landed,
      value: `${Math.round(gravity)} px/s²`,
      drag: (_x, y) => scaled(effect, 'gravity', (y - tip.y) / Math.max(1e-6, fall)),
    },
  ];
  if (direction.mode !== 'any' && effect.aim !== 'outward') {
    handles.push({
      name: 'Spread',
      ...edge,
      value: `${direction.spread}°`,
      drag(x, y) {
        const aside = Math.abs(turned(x - origin.x, y - origin.y, middle));
        return { direction: { ...direction, spread: Math.min(360, Math.round(2 * aside)) } };
      },
    });
  }
  if (effect.shape !== 'point') {
    const { width } = scene.standing.bodies[party];
    const rim = body ? { x: origin.x - width / 2 - radius, y: origin.y } : across;
    handles.push({
      name: 'Radius',
      ...rim,
      value: `${Math.round(radius)} px`,
      drag: (x, y) => scaled(effect, 'radius', body ? Math.max(0, origin.x - width / 2 - x) : Math.hypot(x - origin.x, y - origin.y)),
    });
  }
  return { outlines, guides: [], handles };
}

function ring(effect: Extract<Effect, { kind: 'ring' }>, { standing }: ShapeScene): Shape {
  const origin = placeIn(standing, effect.from, 'middle');
  const radius = (name: 'radiusFrom' | 'radiusTo', label: string, turn: number): ShapeHandle => {
    const length = high(effect, name);
    return {
      name: label,
      x: origin.x + Math.cos(turn) * length,
      y: origin.y + Math.sin(turn) * length,
      value: `${Math.round(length)} px`,
      drag: (x, y) => scaled(effect, name, Math.hypot(x - origin.x, y - origin.y)),
    };
  };
  return {
    outlines: [circle(origin, high(effect, 'radiusFrom')), circle(origin, high(effect, 'radiusTo'))],
    guides: [],
    handles: [radius('radiusFrom', 'First radius', Math.PI), radius('radiusTo', 'End radius', 0)],
  };
}

function arc(effect: Extract<Effect, { kind: 'arc' }>, scene: ShapeScene): Shape {
  const { standing } = scene;
  const origin = placeIn(standing, effect.from, effect.spot);
  const direction = effect.direction as Direction;
  const heading = direction.mode === 'any' ? 0 : headingIn({ ...standing, blow: scene.blow }, direction.mode);
  const middle = heading + direction.angle;
  const reach = high(effect, 'reach');
  const drawn = reach * high(effect, 'drawn');
  const sweep = high(effect, 'sweep');
  const on = (degrees: number, length: number): Place => ({
    x: origin.x + Math.cos(degrees * toRadians) * length,
    y: origin.y + Math.sin(degrees * toRadians) * length,
  });
  const slice = (length: number): string => {
    const points = Array.from({ length: 33 }, (_, i) => on(middle - sweep / 2 + (sweep * i) / 32, length));
    return `M${points.map(({ x, y }) => at(x, y)).join('L')}`;
  };
  const begin = on(middle - sweep / 2, drawn);
  const tip = on(middle, reach);
  const out = on(middle - sweep / 4, drawn);
  return {
    outlines: [slice(drawn), `M${at(origin.x, origin.y)} L${at(begin.x, begin.y)}`],
    // What truly hits, whatever is drawn.
    guides: [slice(reach)],
    handles: [
      {
        name: 'True reach',
        ...tip,
        value: `${Math.round(reach)} px`,
        drag: (x, y) => ({
          ...scaled(effect, 'reach', Math.hypot(x - origin.x, y - origin.y)),
          ...(direction.mode !== 'any' && { direction: { ...direction, angle: turned(x - origin.x, y - origin.y, heading) } }),
        }),
      },
      {
        name: 'Drawn reach',
        ...out,
        value: `${Math.round(drawn)} px`,
        drag: (x, y) => ({
          drawn: mapValue(
            effect.drawn as NumberValue,
            () => Math.round((Math.hypot(x - origin.x, y - origin.y) / Math.max(1, reach)) * 100) / 100,
            boundsOf(effect.kind, 'drawn'),
          ),
        }),
      },
      {
        name: 'Sweep',
        ...begin,
        value: `${Math.round(sweep)}°`,
        drag(x, y) {
          const aside = turned(x - origin.x, y - origin.y, middle);
          return scaled(effect, 'sweep', (sweep < 0 ? 1 : -1) * Math.sign(sweep || 1) * 2 * aside);
        },
      },
    ],
  };
}

/** Whole degrees from `base` to the way (dx, dy), within -180 < angle ≤ 180. */
function turned(dx: number, dy: number, base: number): number {
  const angle = Math.round(Math.atan2(dy, dx) / toRadians - base);
  const wrapped = ((angle % 360) + 360) % 360;
  return tidy(wrapped > 180 ? wrapped - 360 : wrapped);
}
