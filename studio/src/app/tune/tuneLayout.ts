import { computed, inject, Injectable, signal } from '@angular/core';
import type { Drag } from '../shared/pointerDrag';
import { OpenLane } from './openLane';

/** How the page is shared out: the strip's part of the height, with a lane open and without, and the pad's width in px. */
interface Shares {
  readonly closed: number;
  readonly open: number;
  readonly pad: number;
}

const usual: Shares = { closed: 0.44, open: 0.48, pad: 288 };
const key = 'undatio.tune.layout';
const bounds = { strip: [0.2, 0.8], pad: [240, 480] } as const;

/** What a person has made of the page; the browser remembers it. */
@Injectable({ providedIn: 'root' })
export class TuneLayout {
  private readonly opened = inject(OpenLane).id;
  private readonly shares = signal<Shares>(remembered());
  private before: Shares = usual;

  readonly pad = computed(() => this.shares().pad);
  readonly strip = computed(() => (this.opened() === undefined ? this.shares().closed : this.shares().open));

  dragStrip({ phase, dy }: Drag): void {
    if (phase === 'start') this.before = this.shares();
    const { closed, open } = this.before;
    this.setStrip((this.opened() === undefined ? closed : open) - dy / window.innerHeight);
  }

  dragPad({ phase, dx }: Drag): void {
    if (phase === 'start') this.before = this.shares();
    this.setPad(this.before.pad - dx);
  }

  key(event: KeyboardEvent, what: 'strip' | 'pad'): void {
    const step = { ArrowUp: 1, ArrowLeft: 1, ArrowDown: -1, ArrowRight: -1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    if (what === 'strip') this.setStrip(this.strip() + step * 0.02);
    else this.setPad(this.pad() + step * 12);
  }

  reset(): void {
    this.keep(usual);
  }

  private setStrip(share: number): void {
    const [least, most] = bounds.strip;
    this.keep({ ...this.shares(), [this.opened() === undefined ? 'closed' : 'open']: Math.min(most, Math.max(least, share)) });
  }

  private setPad(width: number): void {
    const [least, most] = bounds.pad;
    this.keep({ ...this.shares(), pad: Math.round(Math.min(most, Math.max(least, width))) });
  }

  private keep(shares: Shares): void {
    this.shares.set(shares);
    localStorage.setItem(key, JSON.stringify(shares));
  }
}

function remembered(): Shares {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<Shares>;
    const number = (name: keyof Shares): number => (typeof kept[name] === 'number' ? kept[name] : usual[name]);
    return { closed: number('closed'), open: number('open'), pad: number('pad') };
  } catch {
    return usual;
  }
}
