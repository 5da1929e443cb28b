import { afterNextRender, ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, Injector, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Project, Sequence } from '@undatio/core';
import type { EngineTake, Family } from '@undatio/core/internal';
import { connect, debounceTime, merge, skip, take } from 'rxjs';
import { StrikeService } from '../../playback/strikeService';
import { ProjectService } from '../../project/projectService';
import { drawChannel } from '../strip/channelPath';
import { TimeAxis } from '../strip/timeAxis';

/** Milliseconds of rest after which tiles are drawn anew. */
const tilePause = 250;

interface Tile {
  readonly id: string;
  readonly label: string;
  readonly event: string;
  readonly about: string;
  readonly inks: readonly { family: Family; path: string }[];
}

const width = 132;
const height = 30;
/** The same stretch of time on every tile, so that tiles can be compared at a glance. */
const axis = new TimeAxis(-0.25, 1.4, width, true);

/** Every sequence as a tile that shows its real signature: its effects' channels around the contact line. */
@Component({
  selector: 'und-ribbon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="visually-hidden" for="ribbon-filter">Filter sequences</label>
    <input id="ribbon-filter" type="search" placeholder="Filter…" [value]="filter()" (input)="filter.set($any($event.target).value)" />
    <button type="button" class="plain new" title="An empty sequence for the event that is struck now" (click)="add()">New</button>
    @if (refused(); as message) {
      <span class="refused" role="alert">{{ message }}</span>
    }
    <div class="tiles" role="listbox" aria-label="Sequences" aria-orientation="horizontal">
      @for (group of groups(); track group.event) {
        <span class="event" role="presentation">{{ group.event }}</span>
        @for (tile of group.tiles; track tile.id) {
          <button
            type="button"
            role="option"
            class="tile"
            [attr.data-sequence]="tile.id"
            [attr.aria-selected]="tile.id === chosen()"
            [tabindex]="tile.id === chosen() ? 0 : -1"
            [title]="tile.about"
            (click)="choose(tile.id)"
            (keydown)="key($event)"
          >
            <svg [attr.viewBox]="viewBox" preserveAspectRatio="none" aria-hidden="true">
              @for (ink of tile.inks; track $index) {
                <path
                  [attr.d]="ink.path"
                  [style.fill]="'var(--family-' + ink.family + ')'"
                  [style.stroke]="'var(--family-' + ink.family + ')'"
                />
              }
              <line [attr.x1]="contact" [attr.x2]="contact" y1="0" [attr.y2]="height" class="contact" />
            </svg>
            <span class="name">{{ tile.label }}</span>
          </button>
        }
      } @empty {
        <span class="none">No sequence matches “{{ filter() }}”.</span>
      }
    </div>
  `,
  styles: `
    :host {
      display: flex;
      align-items: stretch;
      gap: 0.75rem;
      padding: 0.4rem 0.75rem;
      border-bottom: 1px solid var(--rule-strong);
      min-width: 0;
    }
    input {
      width: 6.5rem;
      align-self: center;
      padding: 0.25rem 0.5rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
    }
    .new {
      align-self: center;
    }
    .refused {
      align-self: center;
      color: var(--warn);
    }
    .tiles {
      display: flex;
      gap: 0.5rem;
      overflow-x: auto;
      scrollbar-width: thin;
      align-items: stretch;
      min-width: 0;
      padding: 2px;
    }
    .event {
      writing-mode: vertical-rl;
      transform: rotate(180deg);
      font-size: 0.6875rem;
      color: var(--faint-ink);
      text-align: center;
      border-left: 1px solid var(--rule-strong);
      padding-left: 2px;
      white-space: nowrap;
    }
    .tile {
      flex: none;
      width: 140px;
      padding: 3px;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      text-align: left;
      cursor: pointer;
      display: flex;
      flex-direction: column;
    }
    .tile:hover {
      border-color: var(--ink);
    }
    .tile[aria-selected='true'] {
      border-color: var(--sea);
      box-shadow: inset 0 -3px 0 var(--sea);
      background: var(--wash);
    }
    svg {
      width: 100%;
      flex: 1;
      min-height: 30px;
      display: block;
    }
    path {
      fill-opacity: 0.24;
      stroke-width: 1;
      vector-effect: non-scaling-stroke;
    }
    .contact {
      stroke: var(--contact);
      stroke-width: 1.4;
      vector-effect: non-scaling-stroke;
    }
    .name {
      font-size: 0.8125rem;
      line-height: 1.2;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .none {
      align-self: center;
      color: var(--faint-ink);
    }
  `,
})
export class Ribbon {
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly injector = inject(Injector);
  private readonly strikes = inject(StrikeService);
  private readonly router = inject(Router);
  private readonly projects = inject(ProjectService);
  /** Tiles follow once a drag rests: a picture of the whole is soon enough then, and costs the drag nothing. */
  private readonly project = toSignal(
    this.projects.project$.pipe(connect((project$) => merge(project$.pipe(take(1)), project$.pipe(skip(1), debounceTime(tilePause))))),
  );
  protected readonly refused = signal('');
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  private readonly drawn = new WeakMap<Sequence, Tile>();

  protected readonly filter = signal('');
  protected readonly viewBox = `0 0 ${width} ${height}`;
  protected readonly height = height;
  protected readonly contact = axis.x(0);
  protected readonly chosen = computed(() => this.settings().sequence);
  protected readonly groups = computed(() => {
    const project = this.project();
    const wanted = this.filter().trim().toLowerCase();
    const sequences = project?.sequences.filter(({ id, label }) => `${id} ${label}`.toLowerCase().includes(wanted)) ?? [];
    return (project?.events ?? [])
      .map((event) => ({
        event: event.label,
        tiles: sequences.filter((sequence) => sequence.event === event.id).map((sequence) => this.tile(project as Project, sequence)),
      }))
      .filter(({ tiles }) => tiles.length > 0);
  });

  /** What is struck, once it has a tile. */
  private readonly shown = computed(() =>
    this.groups().some(({ tiles }) => tiles.some(({ id }) => id === this.chosen())) ? this.chosen() : '',
  );

  constructor() {
    // The tile of what is struck stays in sight, however it was come by.
    effect(() => {
      const id = this.shown();
      if (id === '') return;
      afterNextRender(
        () => this.element.nativeElement.querySelector(`[data-sequence="${id}"]`)?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
        { injector: this.injector },
      );
    });
  }

  /** Adds an empty sequence for the event that is struck now, and turns to it. */
  protected add(): void {
    const project = this.project();
    const event = project?.sequences.find(({ id }) => id === this.chosen())?.event ?? project?.events[0]?.id;
    if (!event) return;
    this.projects.addSequence(event).subscribe((added) => {
      this.refused.set('message' in added ? added.message : '');
      if ('id' in added) this.choose(added.id);
    });
  }

  protected choose(id: string): void {
    void this.router.navigate(['/tune', id]);
  }

  protected key(event: KeyboardEvent): void {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (step === 0) return;
    event.preventDefault();
    const tile = event.currentTarget as HTMLButtonElement;
    const tiles = [...(tile.parentElement?.querySelectorAll<HTMLButtonElement>('.tile') ?? [])];
    const next = tiles[tiles.indexOf(tile) + step];
    next?.focus();
    next?.click();
  }

  private tile(project: Project, sequence: Sequence): Tile {
    let tile = this.drawn.get(sequence);
    if (!tile) {
      const take = this.strikes.defaultTake(project, sequence);
      tile = {
        id: sequence.id,
        label: sequence.label,
        event: sequence.event,
        about: sequence.note || sequence.label,
        inks: take ? inksOf(take, project) : [],
      };
      this.drawn.set(sequence, tile);
    }
    return tile;
  }
}

function inksOf(take: EngineTake, project: Project): Tile['inks'] {
  const peaks = (clip: string): readonly number[] => {
    const asset = project.assets.find(({ id }) => id === clip);
    return asset?.type === 'sound' ? asset.peaks : [];
  };
  const kinds = new Map(take.active.map(({ effect, kind }) => [effect, kind]));
  return [...kinds].map(([effect, kind]) => {
    const options = { height, peaks: kind.family === 'ear' ? peaks : undefined, full: fullScale[kind.kind] };
    return { family: kind.family, path: drawChannel(take, effect, axis, options).path };
  });
}

/**
 * What fills a tile from top to foot, by kind, in the unit of its channel. Each at its own height would make all
 * sequences look alike.
 */
const fullScale: Readonly<Record<string, number>> = {
  flash: 1,
  squash: 0.5,
  knockback: 60,
  jitter: 10,
  burst: 60,
  stream: 60,
  overlay: 1,
  pose: 1,
  arc: 130,
  trail: 160,
  seeker: 6,
  caption: 16,
  meter: 1,
  mark: 1,
  ring: 120,
  shake: 14,
  kick: 16,
  punch: 0.15,
  lens: 1,
  'hit-stop': 1,
  slow: 1,
  number: 60,
  sound: 1,
  rumble: 1,
  signal: 1,
};
