import type { Arena, ArenaActorState, ArenaLogEntry, PlayerFrame, PlayerSound } from '@undatio/core/runtime';

/** What goes on in the yard: a joust, or a drill of the kit. */
export interface Bout {
  /** The id of its stage; the kit's first stage if undefined. */
  readonly stage?: string | undefined;
  /** Seconds since it began. */
  readonly now: number;
  readonly frame: PlayerFrame;
  /** Of the last advance. */
  readonly sounds: readonly PlayerSound[];
  /** How somebody is, where the kit's rules decide it. */
  state(id: string): ArenaActorState | undefined;
  /** Lets seconds of wall time pass. */
  advance(seconds: number): void;
}

/** A bout that an arena of the kit holds all of. */
export abstract class ArenaBout implements Bout {
  protected abstract arena: Arena;

  get now(): number {
    return this.arena.now;
  }

  get frame(): PlayerFrame {
    return this.arena.frame;
  }

  get sounds(): readonly PlayerSound[] {
    return this.arena.sounds;
  }

  state(id: string): ArenaActorState | undefined {
    return this.arena.actors.find((one) => one.id === id);
  }

  abstract advance(seconds: number): void;
}

/** What a ladder made of an event, in a line. */
export function decidedWords({ event, rungs, happened, standing }: ArenaLogEntry): string {
  const answered = rungs.flatMap(({ rung, answer }) => (answer === 'answered' ? [rung] : []));
  const came = happened.flatMap((one) => {
    if (one.what === 'harm') return [`${short(one['points'])} of harm, ${short(one['health'])} left`];
    if (one.what === 'mend') return [`mended by ${short(one['points'])}`];
    if (one.what === 'gets') return [`gets ${one['status']}`];
    return one.what === 'falls' ? ['falls'] : [];
  });
  const by = answered.length > 0 ? answered.join(', ') : standing === 'up' ? 'no rung answers' : `whoever it meets is ${standing}`;
  return [`${event} → ${by}`, ...came].join('; ');
}

const short = (value: string | number): string => String(Number(Number(value).toFixed(1)));
