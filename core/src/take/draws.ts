import type { Place } from '../contract.js';
import { draw, hash4, hashText } from '../maths/hash.js';
import type { Degrees, Fraction, Uint32 } from '../units.js';
import { transfer, type CompiledColour, type CompiledDirection, type CompiledValue } from './compiledValue.js';

/** What a strike fixes for all effects. */
export interface Strike {
  readonly seed: Uint32;
  /** Every field of the event, defaults filled in. */
  readonly payload: Readonly<Record<string, number | string | boolean>>;
  /** The blow's own direction, where the event has a direction field. */
  readonly blow: Degrees | undefined;
  readonly places: { readonly source: Place; readonly target: Place };
}

const contact: Place = { x: 0, y: 0 };

/** Everything that chance, payload and place decide for one firing of one effect. */
export class Draws {
  constructor(
    private readonly strike: Strike,
    private readonly effect: Uint32,
    private readonly firing: Uint32,
  ) {}

  /** A draw in [0, 1) on a channel named for what is drawn. */
  chance(channel: string, item: Uint32 = 0): Fraction {
    return draw(this.strike.seed, this.effect, this.firing, item, hashText(channel));
  }

  /** The strike's payload, complete. */
  get payload(): Strike['payload'] {
    return this.strike.payload;
  }

  /** A seed of this firing's own, for noise. */
  key(): Uint32 {
    return hash4(this.strike.seed, this.effect, this.firing, 0, 0);
  }

  number(value: CompiledValue, item: Uint32 = 0): number {
    if (value.type === 'fixed') return value.value;
    if (value.type === 'range') {
      return value.low + (value.high - value.low) * draw(this.strike.seed, this.effect, this.firing, item, value.channel);
    }
    return transfer(value, Number(this.strike.payload[value.field]));
  }

  /** The colour as 0xrrggbb. */
  packedColour(colour: CompiledColour): number {
    if (colour.type === 'fixed') return colour.packed;
    return colour.of.get(String(this.strike.payload[colour.field])) ?? colour.otherwise;
  }

  place(origin: 'contact' | 'source' | 'target'): Place {
    return origin === 'contact' ? contact : this.strike.places[origin];
  }

  /** The middle of a direction, without its spread. */
  base(direction: CompiledDirection): Degrees {
    const { source, target } = this.strike.places;
    const away = (Math.atan2(target.y - source.y, target.x - source.x) * 180) / Math.PI;
    switch (direction.mode) {
      case 'along':
        return (this.strike.blow ?? away) + direction.angle;
      case 'against':
        return (this.strike.blow ?? away) + 180 + direction.angle;
      case 'away':
        return away + direction.angle;
      case 'toward':
        return away + 180 + direction.angle;
      case 'fixed':
        return direction.angle;
      case 'any':
        return 360 * this.chance('any');
    }
  }

  /** One draw within the spread around the base. */
  direction(direction: CompiledDirection, item: Uint32): Degrees {
    const base = this.base(direction);
    if (direction.spread === 0) return base;
    return base + direction.spread * (draw(this.strike.seed, this.effect, this.firing, item, direction.channel) - 0.5);
  }
}
