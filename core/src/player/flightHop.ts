import type { Displacement } from '../take/spotted.js';
import type { Px, Seconds } from '../units.js';
import type { Mover } from './playerBody.js';

/** How high something is, of `hop` px half-way of a flight that lasts so long: 4 h u (1 − u). */
export function liftOf(hop: Px, flight: Seconds, since: Seconds): Px {
  if (hop === 0 || flight <= 0) return 0;
  const u = since / flight;
  return u > 0 && u < 1 ? 4 * hop * u * (1 - u) : 0;
}

/** A hop of something that flies to a place: what follows it follows it up. */
export class FlightHop implements Mover {
  constructor(
    private readonly begun: Seconds,
    private readonly hop: Px,
    private readonly flight: Seconds,
  ) {}

  displace(wall: Float64Array, out: Displacement): void {
    out.lift += liftOf(this.hop, this.flight, wall[0] - this.begun);
  }
}
