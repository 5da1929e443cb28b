import { Injectable, signal } from '@angular/core';

/** Which lane is open: the strip shows its fields, the stage its shape. */
@Injectable({ providedIn: 'root' })
export class OpenLane {
  /** The id of its effect. */
  readonly id = signal<string | undefined>(undefined);
}
