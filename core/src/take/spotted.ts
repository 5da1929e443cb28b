import { doubles } from '../maths/doubles.js';
import type { Px } from '../units.js';

/**
 * A place that is written to rather than made anew. Its numbers stand in a typed array: fields of an object would be boxed
 * anew with every write.
 */
export class Spotted {
  protected readonly numbers = doubles(4);

  constructor(x: Px = 0, y: Px = 0) {
    this.numbers[0] = x;
    this.numbers[1] = y;
  }

  get x(): Px {
    return this.numbers[0];
  }
  set x(x: Px) {
    this.numbers[0] = x;
  }

  get y(): Px {
    return this.numbers[1];
  }
  set y(y: Px) {
    this.numbers[1] = y;
  }
}

/** How far a body is from rest; `lift` is how high it hops above the ground that it moves along. */
export class Displacement extends Spotted {
  get lift(): Px {
    return this.numbers[2];
  }
  set lift(lift: Px) {
    this.numbers[2] = lift;
  }
}
