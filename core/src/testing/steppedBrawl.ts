/** The documents of a fight of bodies, as much of them as its random fights use. px, seconds, degrees. */

export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface SteppedReach {
  readonly shape: string;
  readonly length?: number;
  readonly width?: number;
  readonly height?: number;
  readonly angle?: number;
  readonly from?: number;
  readonly to?: number;
}

export interface SteppedMove {
  readonly id: string;
  readonly windUp?: number;
  readonly recovery?: number;
  readonly walks?: boolean;
  readonly contacts: readonly { readonly event: string; readonly after?: number; readonly live?: number; readonly reach: SteppedReach }[];
  readonly lunge?: { readonly distance: number; readonly from: number; readonly to: number };
}

export interface SteppedZone {
  readonly id: string;
  readonly shape: SteppedReach;
  readonly enters?: string;
  readonly leaves?: string;
  readonly stays?: { readonly event: string; readonly every: number };
  readonly once?: boolean;
}

export interface SteppedActor {
  readonly id: string;
  readonly radius?: number;
  readonly speed?: number;
  readonly untouched?: boolean;
  readonly health?: { readonly most: number; readonly falls?: string };
  readonly moves?: readonly SteppedMove[];
  readonly zones?: readonly SteppedZone[];
}

type SteppedOutcome =
  | { readonly outcome: 'harm'; readonly points: number }
  | {
      readonly outcome: 'shove';
      readonly distance: number;
      readonly seconds: number;
      readonly way?: 'with' | 'against';
      readonly edge?: string;
    }
  /** A sequence that stops its target. */
  | { readonly outcome: 'play'; readonly sequence: string };

export type SteppedAct = { readonly at: number; readonly who: string } & (
  | { readonly do: 'move'; readonly move: string; readonly toward?: string }
  | { readonly do: 'walk'; readonly points: readonly Point[]; readonly round?: boolean }
  | { readonly do: 'approach'; readonly whom: string; readonly within: number }
  | { readonly do: 'keep-away'; readonly whom: string; readonly beyond: number }
  | {
      readonly do: 'launch';
      readonly actor: string;
      readonly to?: Point;
      readonly after?: string;
      readonly angle?: number;
      readonly range?: number;
      readonly speed: number;
      readonly pierce?: number;
      readonly meets: string;
      readonly lands: string;
    }
  | { readonly do: 'stop' }
);

/** What takes part, as bare as it is written: each event has one rung without conditions, or none. */
export interface SteppedBrawl {
  readonly actors: readonly SteppedActor[];
  readonly responses: readonly { readonly event: string; readonly rungs: readonly { readonly then: readonly SteppedOutcome[] }[] }[];
  readonly stops: Readonly<Record<string, number>>;
  readonly bodies: readonly {
    readonly id: string;
    readonly actor: string;
    readonly x: number;
    readonly y: number;
    readonly facing: 1 | -1;
  }[];
  /** In order of their time. */
  readonly acts: readonly SteppedAct[];
  /** Events that have a direction; others go from their source to their target. */
  readonly directed: readonly string[];
  readonly edges: { readonly left: number; readonly right: number };
  readonly length: number;
}
