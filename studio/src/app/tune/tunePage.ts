import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Sequence } from '@undatio/core';
import { AudioService } from '../playback/audioService';
import { CourseService } from '../compare/courseService';
import { DifferenceTable } from '../compare/differenceTable';
import { ReadoutGraph } from '../compare/readoutGraph';
import { HandService } from '../playback/handService';
import { KeptService } from '../playback/keptService';
import { PlaybackService } from '../playback/playbackService';
import { StrikeService } from '../playback/strikeService';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { HistoryDesk } from '../history/historyDesk';
import { ActionService } from '../palette/actionService';
import { ReadingPanel } from '../reading/readingPanel';
import { ReadingState } from '../reading/readingState';
import { heldPer } from '../shared/heldPer';
import { KeyMap } from '../shared/keyMap';
import { MissedAddress } from '../shared/missedAddress';
import { PointerDrag } from '../shared/pointerDrag';
import { ToggleRow, type Toggle } from '../shared/toggleRow';
import { isTyping, takesSpace } from '../shared/typing';
import { StageSetUps } from '../stage/stageSetUps';
import type { StageBackground } from '../stage/stageView';
import { ImpactStrip } from './strip/impactStrip';
import { TuneLayout } from './tuneLayout';
import { ReadoutList } from './pad/readoutList';
import { FilmService } from './film/filmService';
import { FilmStrip } from './film/filmStrip';
import { Ribbon } from './ribbon/ribbon';
import { Stage } from './stage/stage';
import { StrikePad } from './pad/strikePad';
import { Transport } from './stage/transport';
import { TrialService } from './trial/trialService';
import { TrialSheet } from './trial/trialSheet';

/** The heart: strike, watch, change one thing, strike again. */
@Component({
  selector: 'und-tune-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    DifferenceTable,
    FilmStrip,
    MissedAddress,
    PointerDrag,
    ReadingPanel,
    ReadoutGraph,
    Ribbon,
    Stage,
    ToggleRow,
    Transport,
    StrikePad,
    ReadoutList,
    ImpactStrip,
    TrialSheet,
  ],
  template: `
    @if (load().type === 'ready') {
      <und-ribbon />
      <und-missed-address what="sequence" [(id)]="missed" />
      @if (trial.open()) {
        @defer (when trial.open(); prefetch on idle) {
          <und-trial-sheet [desk]="trial" [background]="background()" />
        } @placeholder {
          <p class="sheet-comes" role="status">The sheet is coming…</p>
        }
      } @else {
        <und-stage [background]="background()" [compares]="true" />
      }
      <section class="pad" aria-label="Strike pad">
        @if (kept.table() && kept.kept()) {
          <und-difference-table />
        } @else if (reading.open()) {
          @defer (when reading.open()) {
            <und-reading-panel [background]="background()" />
          }
        } @else if (courses.name()) {
          @defer (when courses.name()) {
            <und-readout-graph />
          }
        } @else {
          <und-strike-pad />
        }
        <und-readout-list />
      </section>
      <und-transport [(background)]="background">
        <und-toggle-row [toggles]="shown" />
      </und-transport>
      <div
        class="divide across"
        role="separator"
        tabindex="0"
        aria-orientation="horizontal"
        aria-label="Height of the strip"
        [attr.aria-valuenow]="(layout.strip() * 100).toFixed(0)"
        (undDrag)="layout.dragStrip($event)"
        (keydown)="layout.key($event, 'strip')"
        (dblclick)="layout.reset()"
      ></div>
      <div
        class="divide down"
        role="separator"
        tabindex="0"
        aria-orientation="vertical"
        aria-label="Width of the strike pad"
        [attr.aria-valuenow]="layout.pad()"
        (undDrag)="layout.dragPad($event)"
        (keydown)="layout.key($event, 'pad')"
        (dblclick)="layout.reset()"
      ></div>
      @if (film.open()) {
        @defer (when film.open(); prefetch on idle) {
          <und-film-strip [background]="background()" />
        } @placeholder {
          <p class="film-comes" role="status">The film is coming…</p>
        }
      }
      <und-impact-strip />
    }
  `,
  styles: `
    :host {
      display: grid;
      height: 100%;
      grid-template: auto minmax(0, var(--rest)) auto auto 5px minmax(0, var(--strip)) / minmax(0, 1fr) 5px var(--pad);
      min-height: 0;
    }
    :host.alone und-stage,
    :host.alone und-trial-sheet {
      position: fixed;
      inset: 0;
      z-index: 20;
    }
    .divide {
      touch-action: none;
      background: var(--rule);
    }
    .divide:hover,
    .divide:focus-visible {
      background: var(--sea);
    }
    .divide.across {
      grid-area: 5 / 1 / 6 / 4;
      cursor: row-resize;
    }
    .divide.down {
      grid-area: 2 / 2 / 4 / 3;
      cursor: col-resize;
    }
    und-ribbon {
      grid-area: 1 / 1 / 2 / 4;
    }
    und-stage,
    und-trial-sheet {
      grid-area: 2 / 1 / 3 / 2;
    }
    und-missed-address {
      grid-area: 2 / 1 / 3 / 2;
      align-self: start;
      z-index: 2;
    }
    .sheet-comes {
      grid-area: 2 / 1 / 3 / 2;
      margin: auto;
    }
    .pad {
      grid-area: 2 / 3 / 4 / 4;
      display: flex;
      flex-direction: column;
      gap: 0.35rem;
      padding: 0.4rem 0.7rem;
      min-height: 0;
    }
    und-strike-pad,
    und-difference-table,
    und-reading-panel,
    und-readout-graph {
      flex: 1 1 auto;
      min-height: 0;
      overflow-y: auto;
      scrollbar-width: thin;
    }
    /* What is argued about is always whole. */
    und-readout-list {
      flex: none;
    }
    und-transport {
      grid-area: 3 / 1 / 4 / 2;
    }
    und-film-strip,
    .film-comes {
      grid-area: 4 / 1 / 5 / 4;
      min-width: 0;
    }
    und-impact-strip {
      grid-area: 6 / 1 / 7 / 4;
    }
  `,
  host: {
    '[class.alone]': 'alone()',
    '[style.--strip]': 'layout.strip() + "fr"',
    '[style.--rest]': '(1 - layout.strip()) + "fr"',
    '[style.--pad]': 'layout.pad() + "px"',
  },
})
export class TunePage {
  /** From the address. */
  readonly sequence = input<string>();

  private readonly strikes = inject(StrikeService);
  private readonly playback = inject(PlaybackService);
  private readonly projects = inject(ProjectService);
  private readonly address = inject(ScreenAddress);
  protected readonly load = toSignal(this.projects.load$, { requireSync: true });
  /** Whether what has the focus was last pointed at, rather than reached with Tab. */
  private pointed = false;
  private readonly project = toSignal(this.projects.project$);
  /** Id in the address of a sequence that the project does not have; empty for none. */
  protected readonly missed = signal('');
  /** Whether the sequence of the address is there. */
  private readonly there = computed(() => this.project()?.sequences.some(({ id }) => id === this.sequence()) === true);
  private readonly first = computed(() => this.project()?.sequences[0]?.id);
  private readonly onStage = toSignal(inject(StageSetUps).onStage$);
  /** A stage's own is seen first. */
  protected readonly background = heldPer(
    () => this.onStage()?.setUp?.background !== undefined,
    (hasOwn, before?: StageBackground): StageBackground => (hasOwn ? 'own' : before && before !== 'own' ? before : 'dark'),
  );
  protected readonly layout = inject(TuneLayout);
  protected readonly kept = inject(KeptService);
  protected readonly trial = inject(TrialService);
  protected readonly film = inject(FilmService);
  protected readonly courses = inject(CourseService);
  protected readonly reading = inject(ReadingState);
  protected readonly shown: readonly Toggle[] = [
    {
      words: 'Try',
      title: 'Small stages side by side, each with another value (T)',
      on: this.trial.open,
      turn: () => this.trial.toggle(),
    },
    { words: 'Film', title: 'The frames around contact, one by one (V)', on: this.film.open, turn: () => this.film.toggle() },
    {
      words: 'Reads',
      title: 'What flashes too much, and what of it is not seen or heard (R)',
      on: this.reading.open,
      turn: () => this.reading.toggle(),
    },
  ];
  /** Whether the stage alone fills the window. */
  protected readonly alone = signal(false);

  private readonly keys = inject(KeyMap);
  private readonly actions = inject(ActionService);
  private readonly doing: Readonly<Record<string, () => void>> = {
    'tune.strike': () => this.playback.strike(),
    'tune.back': () => this.playback.step(-1),
    'tune.forward': () => this.playback.step(1),
    'tune.loop': () => this.playback.set({ loop: !this.playback.current.loop }),
    'tune.alone': () => this.alone.set(!this.alone()),
    'tune.keep': () => this.kept.keep(),
    'tune.look': () => this.kept.turnLook(),
    'tune.swap': () => this.kept.swap(),
    'tune.try': () => this.trial.toggle(),
    'tune.film': () => this.film.toggle(),
    'tune.reads': () => this.reading.toggle(),
    'tune.ways': () => this.film.toggleWays(),
  };

  constructor() {
    inject(DestroyRef).onDestroy(this.actions.offer(this.doing));
    inject(HistoryDesk).follow(
      () => (this.there() ? `sequences/${this.sequence()}` : undefined),
      ({ document, label }) => this.kept.beside('sequence', () => this.kept.keepState(document as Sequence, label)),
    );
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
      if (wanted && this.there()) this.strikes.choose(wanted);
      // One that is not there, or not any more: the one that was struck last, or the first.
      else if (this.first()) {
        const { sequence } = this.strikes.current;
        const last = this.projects.sequence(sequence)?.id;
        // No notice if the user has just deleted the open sequence.
        if (wanted && wanted !== sequence) this.missed.set(wanted);
        this.address.turnTo('tune', [last ?? this.first() ?? ''], { replaceUrl: true });
      }
    });
  }

  private key(event: KeyboardEvent): void {
    if (event.key === 'Tab') this.pointed = false;
    if (event.altKey || isTyping(event)) return;
    const id = event.key === 'Escape' && this.alone() ? 'tune.alone' : this.keys.actionOf('tune', event);
    if (id === undefined || id === 'tune.add' || (!this.pointed && takesSpace(event))) return;
    // A lane's own keys come first.
    if (event.target instanceof Element && event.target.closest('und-lane .block') && this.keys.actionOf('lane', event)) return;
    event.preventDefault();
    event.stopPropagation();
    this.actions.run(id);
  }
}
