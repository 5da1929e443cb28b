import { statesOf } from '../../project/documentKey';
import { rulesWithoutSequence } from '@undatio/core/internal';
import { afterNextRender, ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, Injector, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { StrikeService } from '../../playback/strikeService';
import { copyOfSequence, newSequence } from '../../project/newSequence';
import { ProjectService } from '../../project/projectService';
import { ScreenAddress } from '../../project/screenAddress';
import { ChangeMany } from './changeMany';
import { SignaturePicture } from '../../signatures/signaturePicture';
import { SignatureService } from '../../signatures/signatureService';

/** px from one tile to the next. */
const tileStep = 128;
/** Tiles beyond either end of what is in sight whose signatures are drawn as well. */
const overscan = 4;

/** Every sequence as a tile that shows its real signature: its effects' channels around the contact line. */
@Component({
  selector: 'und-ribbon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChangeMany, SignaturePicture],
  template: `
    <label class="visually-hidden" for="ribbon-filter">Filter sequences</label>
    <span class="tools">
      <span class="acts">
        <input id="ribbon-filter" type="search" placeholder="Filter…" [value]="filter()" (input)="filter.set($any($event.target).value)" />
        <button
          type="button"
          class="plain"
          title="Change one number of many effects at once, in the sequences that are shown"
          [disabled]="visible().length === 0"
          (click)="changing.set(true)"
        >
          Many…
        </button>
      </span>
      <span class="acts">
        <button
          type="button"
          class="plain"
          [title]="hasEvents() ? 'An empty sequence for the event that is struck now' : 'Make an event in Rules first'"
          [disabled]="!hasEvents()"
          (click)="add()"
        >
          New
        </button>
        <button type="button" class="plain" title="A copy of the one that is struck" [disabled]="shown() === ''" (click)="duplicate()">
          Copy
        </button>
        <button
          type="button"
          class="plain"
          aria-label="Remove the sequence"
          title="Remove the one that is struck (Delete on its tile)"
          [disabled]="shown() === ''"
          (click)="remove()"
        >
          ✕
        </button>
      </span>
    </span>
    @defer (when changing()) {
      @if (changing()) {
        <und-change-many [sequences]="visible()" (closed)="changing.set(false)" />
      }
    }
    <div #tiles class="tiles" (scroll)="look(tiles)" role="listbox" aria-label="Sequences" aria-orientation="horizontal">
      @for (group of groups(); track group.id) {
        <span class="event" role="presentation">{{ group.event }}</span>
        @for (tile of group.tiles; track tile.id) {
          <button
            type="button"
            role="option"
            class="tile"
            [attr.data-sequence]="tile.id"
            [attr.aria-selected]="tile.id === chosen()"
            [tabindex]="tile.id === chosen() ? 0 : -1"
            [title]="(tile.note || tile.label) + ' (Alt+←, Alt+→: move)'"
            (click)="choose(tile.id)"
            (keydown)="key($event)"
          >
            @if (isNear(group.first + $index)) {
              <und-signature [signature]="signatures.of(tile.id)" [scale]="signatures.scale()" />
            } @else {
              <span class="unseen"></span>
            }
            <span class="name">{{ tile.label }}</span>
          </button>
        }
      } @empty {
        <span class="none">{{ filter() === '' ? 'No sequence yet. New begins one.' : 'No sequence matches “' + filter() + '”.' }}</span>
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
      width: 4.7rem;
      padding: 0.15rem 0.4rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
    }
    .tools {
      display: flex;
      flex-direction: column;
      justify-content: center;
      gap: 0.3rem;
      flex: none;
    }
    .acts {
      display: flex;
      gap: 0.25rem;
    }
    .acts .plain {
      font-size: 0.8125rem;
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
    /* A tile is pressed itself: were its picture pressed, and drawn anew meanwhile, the press would be lost. */
    .tile > * {
      pointer-events: none;
    }
    .tile {
      flex: none;
      content-visibility: auto;
      contain-intrinsic-size: auto 120px auto 64px;
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
    .unseen {
      flex: 1;
      min-height: 43px;
    }
    .tile:hover {
      border-color: var(--ink);
    }
    .tile[aria-selected='true'] {
      border-color: var(--sea);
      box-shadow: inset 0 -3px 0 var(--sea);
      background: var(--wash);
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
  private readonly address = inject(ScreenAddress);
  private readonly projects = inject(ProjectService);
  protected readonly signatures = inject(SignatureService);
  private readonly project = toSignal(this.projects.project$);
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });

  protected readonly filter = signal('');
  protected readonly hasEvents = computed(() => (this.project()?.events.length ?? 0) > 0);
  protected readonly chosen = computed(() => this.settings().sequence);
  protected readonly groups = computed(() => {
    const project = this.project();
    const words = this.filter().trim().toLowerCase().split(/\s+/);
    if (!project) return [];
    const tiles = project.sequences.filter(({ id, label, note, tags = [] }) => {
      const text = `${id} ${label} ${tags.join(' ')} ${note}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
    let first = 0;
    return project.events
      .map((event) => ({ id: event.id, event: event.label, tiles: tiles.filter((tile) => tile.event === event.id) }))
      .filter((group) => group.tiles.length > 0)
      .map((group) => {
        const counted = { ...group, first };
        first += group.tiles.length;
        return counted;
      });
  });
  /** Which tiles are in sight: the first, and how many. */
  private readonly sight = signal({ first: 0, count: 12 });

  /** Whether a tile is in or near sight: the signatures of others are not drawn. */
  protected isNear(at: number): boolean {
    const { first, count } = this.sight();
    return at >= first - overscan && at < first + count + overscan;
  }

  protected look({ scrollLeft, clientWidth }: HTMLElement): void {
    // In steps, so that most of a scroll changes nothing; labels of events between the tiles only make it fewer than that.
    const first = Math.floor(scrollLeft / (tileStep * overscan)) * overscan;
    const count = Math.ceil(clientWidth / tileStep) + overscan;
    if (first !== this.sight().first || count !== this.sight().count) this.sight.set({ first, count });
  }

  /** Whether many are about to be changed: those that are shown. */
  protected readonly changing = signal(false);
  protected readonly visible = computed(() => this.groups().flatMap(({ tiles }) => tiles));

  /** What is struck, once it has a tile. */
  protected readonly shown = computed(() =>
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
    if (!project || !event) return;
    const sequence = newSequence(project, event);
    this.projects.add(`add ${sequence.label}`, `sequences/${sequence.id}`, sequence);
    this.choose(sequence.id);
  }

  protected duplicate(): void {
    const project = this.project();
    const original = project?.sequences.find(({ id }) => id === this.chosen());
    if (!project || !original) return;
    const copy = copyOfSequence(original, project);
    this.projects.add(`duplicate ${original.label}`, `sequences/${copy.id}`, copy, original.id);
    this.choose(copy.id);
  }

  /** Removes what is struck, one undo from having it back, and turns to its neighbour. */
  protected remove(): void {
    const tiles = this.groups().flatMap(({ tiles: all }) => all);
    const at = tiles.findIndex(({ id }) => id === this.chosen());
    if (at < 0) return;
    const { id, label } = tiles[at];
    const next = tiles[at + 1] ?? tiles[at - 1];
    const project = this.project();
    // What played it plays on without it.
    this.projects.remove(`remove ${label}`, [`sequences/${id}`], project ? statesOf(rulesWithoutSequence(project, id)) : []);
    if (next) this.choose(next.id);
  }

  /** Moves what is struck among those of its event. */
  private move(step: number): void {
    const project = this.project();
    const ids =
      this.groups()
        .find(({ tiles }) => tiles.some(({ id }) => id === this.chosen()))
        ?.tiles.map(({ id }) => id) ?? [];
    const other = ids[ids.indexOf(this.chosen()) + step];
    if (!project || !other) return;
    const swapped = project.sequences.map(({ id }) => (id === this.chosen() ? other : id === other ? this.chosen() : id));
    this.projects.editSettings('move a sequence', (settings) => ({ ...settings, order: { ...settings.order, sequences: swapped } }));
  }

  protected choose(id: string): void {
    this.address.turnTo('tune', [id]);
  }

  protected key(event: KeyboardEvent): void {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (event.key === 'Delete') return this.remove();
    if (step === 0) return;
    event.preventDefault();
    if (event.altKey) return this.move(step);
    const tile = event.currentTarget as HTMLButtonElement;
    const tiles = [...(tile.parentElement?.querySelectorAll<HTMLButtonElement>('.tile') ?? [])];
    const next = tiles[tiles.indexOf(tile) + step];
    next?.focus();
    next?.click();
  }
}
