import type { KitConventions, Payload } from '../contract.js';
import { isRecord } from '../model/json.js';
import type { SequencePlan } from '../take/plan.js';

/** Between the game's units and the engine's: px, y down, degrees. */
export class Units {
  private readonly ySign: 1 | -1;
  private readonly degrees: number;

  constructor(readonly conventions: KitConventions) {
    this.ySign = conventions.axis === 'up' ? -1 : 1;
    this.degrees = this.ySign * (conventions.angles === 'radians' ? 180 / Math.PI : 1);
  }

  xIn(x: number): number {
    return x / this.conventions.unitsPerPixel;
  }

  yIn(y: number): number {
    return (this.ySign * y) / this.conventions.unitsPerPixel;
  }

  xOut(x: number): number {
    return x * this.conventions.unitsPerPixel;
  }

  yOut(y: number): number {
    return this.ySign * y * this.conventions.unitsPerPixel;
  }

  angleIn(angle: number): number {
    return angle * this.degrees;
  }

  angleOut(degrees: number): number {
    return degrees / this.degrees;
  }

  /** A payload with its directions as the engine counts them. What is no number is refused where the payload is read. */
  payloadIn({ event }: Pick<SequencePlan, 'event'>, payload: Payload): Payload {
    if (this.degrees === 1 || !isRecord(payload)) return payload;
    const turned = event.fields.flatMap(({ name, type }): [string, number][] => {
      const given = payload[name];
      return type === 'direction' && typeof given === 'number' ? [[name, given * this.degrees]] : [];
    });
    return turned.length === 0 ? payload : { ...payload, ...Object.fromEntries(turned) };
  }
}
