import type { CombatActor } from './parts/combatActor.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { show } from '../model/json.js';
import { readList, readNumber, type Json } from '../take/compileReferences.js';
import type { Act } from './acts.js';
import { compileLaunch, launchOf, type LaunchReferences, type PlannedLaunch } from './flights/plannedLaunch.js';
import type { CompiledMove } from './moves/move.js';
import type { Combatant } from './parts/combatant.js';
import { readFlag, readPlace } from './parts/readings.js';
import { ruleLimits } from './parts/ruleFields.js';
import type { Point } from './walking/walk.js';

/** What a body is to do, with others by their ids. */
export type PlannedAct =
  | { readonly do: 'move'; readonly move: CompiledMove; readonly toward: string | undefined }
  | { readonly do: 'let-go' | 'stop' }
  | { readonly do: 'walk'; readonly points: readonly Point[]; readonly round: boolean; readonly speed: number }
  | { readonly do: 'approach'; readonly whom: string; readonly within: number; readonly speed: number }
  | { readonly do: 'keep-away'; readonly whom: string; readonly beyond: number; readonly speed: number }
  | { readonly do: 'orbit'; readonly whom: string; readonly distance: number; readonly clockwise: boolean; readonly speed: number }
  | { readonly do: 'launch'; readonly launched: PlannedLaunch }
  | { readonly do: 'turn'; readonly facing: 1 | -1 };

export const actNames = ['move', 'let-go', 'walk', 'approach', 'keep-away', 'orbit', 'launch', 'stop', 'turn'] as const;
export const mostPoints = 32;

/** Reads what an actor is to do. Throws DocumentError with the path of the first place that cannot be used. */
export function compileAct(
  raw: Json,
  path: DocumentPath,
  actor: CombatActor,
  ids: readonly string[],
  references: LaunchReferences,
  facing: 1 | -1 = 1,
): PlannedAct {
  const px = (name: string): number => readNumber(raw[name], [...path, name], 0, ruleLimits.px);
  const speed = (): number => (raw['speed'] === undefined ? actor.speed : readNumber(raw['speed'], [...path, 'speed'], 0, ruleLimits.px));
  const body = (name: string): string => {
    if (ids.includes(raw[name] as string)) return raw[name] as string;
    throw new DocumentError([...path, name], `expected one of ${ids.join(', ') || 'nobody'}, found ${show(raw[name])}`);
  };
  const name = raw['do'];
  switch (name) {
    case 'move': {
      const move = actor.moves.get(raw['move'] as string);
      if (move) return { do: name, move, toward: raw['toward'] === undefined ? undefined : body('toward') };
      const known = [...actor.moves.keys()].join(', ') || 'it has none';
      throw new DocumentError([...path, 'move'], `expected a move of the actor "${actor.id}" (${known}), found ${show(raw['move'])}`);
    }
    case 'let-go':
    case 'stop':
      return { do: name };
    case 'walk': {
      const points = readList(raw['points'], [...path, 'points'], mostPoints).map((point, i) => readPlace(point, [...path, 'points', i]));
      if (points.length === 0) throw new DocumentError([...path, 'points'], 'expected at least one place, found none');
      return { do: name, points, round: readFlag(raw['round'] ?? false, [...path, 'round']), speed: speed() };
    }
    case 'approach':
      return { do: name, whom: body('whom'), within: px('within'), speed: speed() };
    case 'keep-away':
      return { do: name, whom: body('whom'), beyond: px('beyond'), speed: speed() };
    case 'orbit': {
      const distance = readNumber(raw['distance'], [...path, 'distance'], 1, ruleLimits.px);
      return {
        do: name,
        whom: body('whom'),
        distance,
        clockwise: readFlag(raw['clockwise'] ?? true, [...path, 'clockwise']),
        speed: speed(),
      };
    }
    case 'launch':
      return { do: name, launched: compileLaunch(raw, path, references, ids, facing) };
    case 'turn': {
      const { facing } = raw;
      if (facing === 1 || facing === -1) return { do: name, facing };
      throw new DocumentError([...path, 'facing'], `expected 1 or -1, found ${show(facing)}`);
    }
    default:
      throw new DocumentError([...path, 'do'], `expected one of ${actNames.join(', ')}, found ${show(name)}`);
  }
}

/** The same for bodies that are there; one who is not stands for nobody, and is not gone after. */
export function actOf(act: PlannedAct, find: (id: string) => Combatant | undefined, who: Combatant): Act {
  switch (act.do) {
    case 'move':
      return { type: 'move', move: act.move, toward: act.toward === undefined ? undefined : find(act.toward) };
    case 'let-go':
      return { type: 'let go' };
    case 'stop':
      return { type: 'stop' };
    case 'walk':
      return { type: 'walk', walk: { type: 'to', points: act.points, round: act.round, speed: act.speed } };
    case 'approach': {
      const whom = find(act.whom);
      return whom ? { type: 'walk', walk: { type: 'toward', whom, within: act.within, speed: act.speed } } : { type: 'stop' };
    }
    case 'keep-away': {
      const whom = find(act.whom);
      return whom ? { type: 'walk', walk: { type: 'from', whom, beyond: act.beyond, speed: act.speed } } : { type: 'stop' };
    }
    case 'orbit': {
      const { distance, clockwise, speed } = act;
      const whom = find(act.whom);
      return whom ? { type: 'walk', walk: { type: 'around', whom, distance, clockwise, speed } } : { type: 'stop' };
    }
    case 'launch': {
      const launch = launchOf(act.launched, find, who);
      return launch ? { type: 'launch', actor: act.launched.actor, launch } : { type: 'none' };
    }
    case 'turn':
      return { type: 'turn', facing: act.facing };
  }
}
