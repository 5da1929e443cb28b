import { afterNextRender, ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, Injector, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Project, Sequence } from '@undatio/core';
import { connect, debounceTime, merge, skip, take } from 'rxjs';
import { StrikeService } from '../../playback/strikeService';
import { ProjectService } from '../../project/projectService';
import { TimeAxis } from '../strip/timeAxis';
import { drawSignature, signatureOf, type Signature, type SignatureDrawing } from './signature';

/** Milliseconds of rest after which tiles are drawn anew. */
const tilePause = 250;

interface Tile {
  readonly id: string;
  readonly label: string;
  readonly event: string;
  readonly about: string;
  readonly signature: Signature | undefined;
}

const width = 112;
/** px above the contact's line for what is seen, below it for what is heard and felt. */
const room = { base: 30, above: 29, below: 12 };
const height = room.base + room.below + 1;
/** The same stretch of time on every tile, so that tiles can be compared at a glance. */
const axis = new TimeAxis(-0.25, 1.2, width, true);
/** A project whose strongest blow is weaker than this is not drawn as if it were heavy. */
const leastScale = 3;

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
              @for (ink of tile.drawing.inks; track ink.family) {
                <path [attr.d]="ink.path" [style.fill]="'var(--family-' + ink.family + ')'" />
              }
              <line x1="0" [attr.x2]="width" [attr.y1]="base" [attr.y2]="base" class="ground" />
              @for (notch of tile.drawing.notches; track $index) {
                <rect class="notch" [attr.x]="notch.x" [attr.y]="base - 2" [attr.width]="notch.width" height="4" />
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
      width: 120px;
      padding: 2px 3px 1px;
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
      min-height: 43px;
      display: block;
    }
    .ground {
      stroke: var(--rule-strong);
      stroke-width: 1;
      vector-effect: non-scaling-stroke;
    }
    .notch {
      fill: var(--family-time);
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
  private readonly tiles = new WeakMap<Sequence, Tile>();

  protected readonly filter = signal('');
  protected readonly viewBox = `0 0 ${width} ${height}`;
  protected readonly height = height;
  protected readonly width = width;
  protected readonly base = room.base;
  protected readonly contact = axis.x(0);
  protected readonly chosen = computed(() => this.settings().sequence);
  protected readonly groups = computed(() => {
    const project = this.project();
    const wanted = this.filter().trim().toLowerCase();
    const sequences = project?.sequences.filter(({ id, label }) => `${id} ${label}`.toLowerCase().includes(wanted)) ?? [];
    if (!project) return [];
    const tiles = sequences.map((sequence) => this.tile(project, sequence));
    const scale = this.scale();
    return project.events
      .map((event) => ({
        event: event.label,
        tiles: tiles.filter((tile) => tile.event === event.id).map((tile) => ({ ...tile, drawing: this.drawn(tile, scale) })),
      }))
      .filter((group) => group.tiles.length > 0);
  });
  /** What fills a tile: the strongest of all sequences, so that light is seen to be small beside heavy. */
  private readonly scale = computed(() => {
    const project = this.project();
    const peaks = project?.sequences.map((sequence) => this.tile(project, sequence).signature?.peak ?? 0) ?? [];
    return Math.max(leastScale, ...peaks);
  });
  private readonly drawings = new WeakMap<Signature, { scale: number; drawing: SignatureDrawing }>();

  private drawn({ signature }: Tile, scale: number): SignatureDrawing {
    if (!signature) return { inks: [], notches: [] };
    let known = this.drawings.get(signature);
    if (known?.scale !== scale) this.drawings.set(signature, (known = { scale, drawing: drawSignature(signature, scale, room) }));
    return known.drawing;
  }

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
    let tile = this.tiles.get(sequence);
    if (!tile) {
      const take = this.strikes.defaultTake(project, sequence);
      tile = {
        id: sequence.id,
        label: sequence.label,
        event: sequence.event,
        about: sequence.note || sequence.label,
        signature: take && signatureOf(take, axis, (clip) => outlineOf(project, clip)),
      };
      this.tiles.set(sequence, tile);
    }
    return tile;
  }
}

function outlineOf({ assets }: Project, clip: string): readonly number[] {
  const asset = assets.find(({ id }) => id === clip);
  return asset?.type === 'sound' ? asset.peaks : [];
}
