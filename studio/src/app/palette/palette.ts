import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { StrikeService } from '../playback/strikeService';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { FamilyGlyph } from '../shared/familyGlyph';
import { KeyMap, keyActions } from '../shared/keyMap';
import { OpenLane } from '../tune/openLane';
import { ActionService } from './actionService';
import { entriesOf, foundIn, withText, type PaletteEntry } from './paletteEntries';

/** Frames for which a number is waited for while its lane opens. */
const patience = 60;

/** Finds anything by its name: sequences, events, actors, drills, lanes and their numbers, and what can be done. */
@Component({
  selector: 'und-palette',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FamilyGlyph],
  template: `
    <button type="button" class="veil" tabindex="-1" aria-label="Close" (click)="close()"></button>
    <div class="panel" role="dialog" aria-modal="true" aria-label="Find anything">
      <input
        #box
        type="search"
        role="combobox"
        aria-expanded="true"
        aria-controls="found"
        aria-autocomplete="list"
        [attr.aria-activedescendant]="found().length > 0 ? 'found-' + at() : null"
        aria-label="Find a sequence, an event, a lane, a number or an action"
        placeholder="Find a sequence, an event, a lane, a number, an action…"
        spellcheck="false"
        autocomplete="off"
        [value]="typed()"
        (input)="type(box.value)"
        (keydown)="key($event)"
      />
      <ul id="found" role="listbox" aria-label="What was found">
        @for (entry of found(); track $index; let i = $index) {
          <li
            role="option"
            [id]="'found-' + i"
            [attr.aria-selected]="i === at()"
            (pointermove)="at.set(i)"
            (pointerdown)="choose(entry); $event.preventDefault()"
          >
            <span class="kind">
              @if (entry.family; as family) {
                <und-family-glyph [family]="family" />
              }
              {{ entry.kind }}
            </span>
            <span class="words">{{ entry.words }}</span>
            <span class="beside">{{ entry.beside }}</span>
            @if (entry.key; as shown) {
              <kbd>{{ shown }}</kbd>
            }
          </li>
        }
      </ul>
      @if (found().length === 0) {
        <p class="none" role="status">Nothing is called that.</p>
      }
    </div>
  `,
  styleUrl: './palette.scss',
})
export class Palette {
  /** Hands over the keys that were pressed before it was there. */
  readonly early = input<() => readonly string[]>(() => []);
  readonly closed = output();

  private readonly projects = inject(ProjectService);
  private readonly address = inject(ScreenAddress);
  private readonly actions = inject(ActionService);
  private readonly keys = inject(KeyMap);
  private readonly lane = inject(OpenLane);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly injector = inject(Injector);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  private readonly project = toSignal(this.projects.project$);
  private readonly stage = toSignal(inject(StrikeService).stage$);
  protected readonly typed = signal('');
  protected readonly at = signal(0);

  private readonly entries = computed((): readonly PaletteEntry[] => {
    const project = this.project();
    const open = project?.sequences.find(({ id }) => id === this.stage()?.sequence.id);
    const doable = keyActions
      .filter(({ id }) => this.actions.has(id))
      .map(({ id, words }) => withText({ kind: 'action', words, beside: '', key: this.keys.keyOf(id), go: { action: id } }));
    return [...doable, ...(project ? entriesOf(project, open) : [])];
  });
  protected readonly found = computed(() => foundIn(this.entries(), this.typed()));

  constructor() {
    // Back to where one was, once it closes.
    const before = document.activeElement;
    afterNextRender(() => {
      this.box().nativeElement.focus();
      for (const key of this.early()()) {
        if (key.length === 1) this.type(this.typed() + key);
        else if (key === 'Backspace') this.type(this.typed().slice(0, -1));
        else this.keyed[key]?.();
        // What was pressed after it is left is for nobody.
        if (this.left) break;
      }
    });
    this.returnTo = before instanceof HTMLElement ? before : undefined;
  }
  private readonly returnTo: HTMLElement | undefined;
  private left = false;

  protected type(text: string): void {
    this.typed.set(text);
    this.at.set(0);
  }

  /** What keys do besides typing. */
  private readonly keyed: Readonly<Partial<Record<string, () => void>>> = {
    ArrowDown: () => this.move(Math.min(this.found().length - 1, this.at() + 1)),
    ArrowUp: () => this.move(this.at() - 1),
    Home: () => this.move(0),
    End: () => this.move(this.found().length - 1),
    Enter: () => this.choose(this.found().at(this.at())),
    Escape: () => this.close(),
    // Nothing else of the page is reached while it is open.
    Tab: () => undefined,
  };

  protected key(event: KeyboardEvent): void {
    event.stopPropagation();
    const act = this.keyed[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  }

  private move(to: number): void {
    this.at.set(Math.max(0, to));
    afterNextRender(() => this.host.querySelector(`#found-${this.at()}`)?.scrollIntoView({ block: 'nearest' }), {
      injector: this.injector,
    });
  }

  protected close(): void {
    this.left = true;
    this.closed.emit();
    this.returnTo?.focus();
  }

  protected choose(entry: PaletteEntry | undefined): void {
    if (!entry) return;
    this.close();
    const { go } = entry;
    if ('action' in go) this.actions.run(go.action);
    else if ('to' in go) this.address.turnTo(go.to, go.rest);
    else {
      const sequence = this.stage()?.sequence.id;
      if (sequence !== undefined) this.address.turnTo('tune', [sequence]);
      this.lane.id.set(go.lane);
      this.focusOn(go.lane, go.field, patience);
    }
  }

  /** Once the lane and its fields stand, which is a few frames later. */
  private focusOn(lane: string, field: string | undefined, frames: number): void {
    const place = `und-lane[data-effect="${lane}"]`;
    const inField = `${place} [data-field="${field}"]`;
    const wanted = field === undefined ? [`${place} .name`] : [`${inField} :is(input, select)`, `${inField} button`];
    const found = wanted.map((one) => document.querySelector<HTMLElement>(one)).find((one) => one !== null);
    if (found) found.focus();
    else if (frames > 0) requestAnimationFrame(() => this.focusOn(lane, field, frames - 1));
  }
}
