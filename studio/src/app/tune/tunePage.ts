import { ChangeDetectionStrategy, Component, DestroyRef, effect, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { AudioService } from '../playback/audioService';
import { HandService } from '../playback/handService';
import { PlaybackService } from '../playback/playbackService';
import { StrikeService } from '../playback/strikeService';
import { ProjectService } from '../project/projectService';
import { isTyping } from '../shared/typing';
import { ImpactStrip } from './strip/impactStrip';
import { OpenLane } from './openLane';
import { ReadoutList } from './pad/readoutList';
import { Ribbon } from './ribbon/ribbon';
import { Stage } from './stage/stage';
import { StrikePad } from './pad/strikePad';
import { Transport, type StageBackground } from './stage/transport';

/** The heart: strike, watch, change one thing, strike again. */
@Component({
  selector: 'und-tune-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Ribbon, Stage, Transport, StrikePad, ReadoutList, ImpactStrip],
  template: `
    @if (load().type === 'ready') {
      <und-ribbon />
      <und-stage [background]="background()" />
      <section class="pad" aria-label="Strike pad">
        <und-strike-pad />
        <und-readout-list />
      </section>
      <und-transport [(background)]="background" />
      <und-impact-strip />
    }
  `,
  styles: `
    :host {
      display: grid;
      height: 100%;
      grid-template: auto minmax(0, 1.15fr) auto minmax(0, 1fr) / minmax(0, 1fr) 288px;
      min-height: 0;
    }
    :host.editing {
      grid-template-rows: auto minmax(0, 1fr) auto minmax(0, 1.14fr);
    }
    und-ribbon {
      grid-area: 1 / 1 / 2 / 3;
    }
    und-stage {
      grid-area: 2 / 1 / 3 / 2;
    }
    .pad {
      grid-area: 2 / 2 / 4 / 3;
      display: flex;
      flex-direction: column;
      gap: 0.5rem;
      padding: 0.6rem 0.8rem;
      overflow-y: auto;
      border-left: 1px solid var(--rule-strong);
      scrollbar-width: thin;
    }
    und-transport {
      grid-area: 3 / 1 / 4 / 2;
    }
    und-impact-strip {
      grid-area: 4 / 1 / 5 / 3;
    }
  `,
  host: { '[class.editing]': 'opened() !== undefined' },
})
export class TunePage {
  /** From the address. */
  readonly sequence = input<string>();

  private readonly strikes = inject(StrikeService);
  private readonly playback = inject(PlaybackService);
  private readonly projects = inject(ProjectService);
  private readonly router = inject(Router);
  protected readonly load = toSignal(this.projects.load$, { requireSync: true });
  /** Whether what has the focus was last pointed at, rather than reached with Tab. */
  private pointed = false;
  protected readonly background = signal<StageBackground>('dark');
  /** While a lane is open the strip has the larger share. */
  protected readonly opened = inject(OpenLane).id;

  constructor() {
    // Made with the page, so that clips are decoded before the first strike.
    inject(AudioService);
    inject(HandService);
    // While it is on its way down, because a control that was only clicked would take Space for itself on the way up.
    const listening = new AbortController();
    const options = { capture: true, signal: listening.signal };
    document.addEventListener('keydown', (event) => this.key(event), options);
    document.addEventListener('pointerdown', () => (this.pointed = true), options);
    inject(DestroyRef).onDestroy(() => listening.abort());
    effect(() => {
      if (this.load().type !== 'ready') return;
      const wanted = this.sequence();
      const first = this.projects.project?.sequences[0]?.id;
      if (wanted && this.projects.sequence(wanted)) this.strikes.choose(wanted);
      else if (first) void this.router.navigate(['/tune', this.strikes.current.sequence || first], { replaceUrl: true });
    });
  }

  private key(event: KeyboardEvent): void {
    if (event.key === 'Tab') this.pointed = false;
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
    const actions: Record<string, () => void> = {
      ' ': () => this.playback.strike(),
      '[': () => this.playback.step(-1),
      ']': () => this.playback.step(1),
      l: () => this.playback.set({ loop: !this.playback.current.loop }),
    };
    if (!actions[event.key] || (event.key === ' ' && !this.pointed && takesSpace(event))) return;
    event.preventDefault();
    event.stopPropagation();
    actions[event.key]();
  }
}

/** Whether a control uses Space itself. One that was only clicked does not keep it: after a click on a chip, Space strikes. */
function takesSpace({ target }: KeyboardEvent): boolean {
  return (
    target instanceof HTMLElement &&
    target.matches('button, summary, a, input, [role="checkbox"], [role="switch"], [role="combobox"], [role="option"]')
  );
}
