import type { Fraction, Seconds, Uint32 } from '../../units.js';
import { draw } from '../../maths/hash.js';
import type { Touch } from '../moves/touch.js';
import type { Combatant } from './combatant.js';
import type { FullPayload } from './fullPayload.js';
import type { Keeper, Party } from './ruleFields.js';
import type { Memory } from './memory.js';
import type { CompiledEventRules } from './references.js';

/** An event that happens, as it is asked about: by the state before it. */
export interface Asking {
  readonly event: CompiledEventRules;
  /** Which event of the run it is, from 0: what its draws hang on. */
  readonly number: number;
  /** World time of it, in seconds of the run's wall clock. */
  readonly at: Seconds;
  readonly source: Combatant | undefined;
  readonly target: Combatant | undefined;
  /** The projectile that raised the event, or that raised an earlier event of its chain. */
  readonly projectile: Combatant | undefined;
  /** Where it happens, where no party's place says it. */
  readonly place: { readonly x: number; readonly y: number } | undefined;
  /** How its target was met, where a contact of a move raised it. */
  readonly touch?: Touch | undefined;
  /** Where the projectile touched its target. */
  readonly met?: { readonly x: number; readonly y: number } | undefined;
  readonly payload: FullPayload;
  /** Its harm to the target after what the target resists; 0 without. */
  readonly harm: number;
  /** The target's share of health, and its points, before it. */
  readonly before: Fraction;
  readonly pointsBefore: number;
  /** Whether an outcome has harmed its target by now: then what its harm leaves is what is there. */
  isHarmed: boolean;
  readonly run: RunState;
  /** How far from its place the receiver of a raised event is; undefined where nobody is being told. */
  reach: number | undefined;
}

/** What conditions may ask of the run itself. */
export interface RunState {
  readonly seed: Uint32;
  readonly combatants: readonly Combatant[];
  /** What belongs to nobody: counters and memories of all alike. */
  readonly everybody: Memory;
  /** What a keeper's clock shows now. */
  shownBy(keeper: Keeper, asking: Asking): Seconds;
  memoryOf(keeper: Keeper, asking: Asking): Memory | undefined;
}

export function partyOf(asking: Asking, party: Party): Combatant | undefined {
  return asking[party];
}

/** A draw in [0, 1) by the run's seed, the event's number, and what asks: never by how many draws came before. */
export function chanceIn(asking: Asking, key: Uint32, item = 0): number {
  return draw(asking.run.seed, asking.number >>> 0, key, item, 0);
}

/** Where an event happens: where it says, or where its target was touched, or where its target is, or its source. */
export function placeOf({ place, touch, target, source, at }: Asking): { x: number; y: number } | undefined {
  if (place) return place;
  if (touch?.place) return touch.place;
  const who = target ?? source;
  return who && { x: who.xAt(at), y: who.yAt(at) };
}
