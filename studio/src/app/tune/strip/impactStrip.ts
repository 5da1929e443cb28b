import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  viewChild,
  ElementRef,
  Injector,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { type Asset, type EffectName } from '@undatio/core';
import { effectKinds, newEffect, RapidFire, tidy, type Family } from '@undatio/core/internal';
import { KeptLane } from '../../compare/keptLane';
import { KeptService } from '../../playback/keptService';
import { PlaybackService, stepSeconds } from '../../playback/playbackService';
import { StrikeService } from '../../playback/strikeService';
import { ProjectService } from '../../project/projectService';
import { PresetService } from '../../presets/presetService';
import { PresetsDialog } from '../../presets/presetsDialog';
import { ActionService } from '../../palette/actionService';
import { foundAmong } from '../../shared/foundAmong';
import { KeyMap } from '../../shared/keyMap';
import { likelyAsset } from '../../shared/likelyAsset';
import { isTyping } from '../../shared/typing';
import { FamilyGlyph } from '../../shared/familyGlyph';
import { lanesFromText, lanesToText, withLanes } from './clipboardLanes';
import { Lane } from './lane';
import { Playhead } from './playhead';
import { fittedTo } from './fitting';
import { ReadingState } from '../../reading/readingState';
import { LaneSelection } from '../laneSelection';
import { OpenLane } from '../openLane';
import { withoutEach } from '../severalLanes';
import { freeEffectId } from '../sequenceEdits';
import { TimeAxis } from './timeAxis';

/** The strip ends at one of these, so that it does not creep while a block is dragged. */
const ends = [0.6, 1, 1.5, 2, 3, 5, 8, 12, 20, 30, 60, 120, 250];

/** px of a closed lane with its rule. */
const laneHeight = 35;
/** px above and below the window that are drawn as well, so that scrolling and tabbing find lanes there. */
const overscan = 240;

/** The timeline: contact in the middle of things, one lane an effect, seconds and frames above. */
@Component({
  selector: 'und-impact-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeptLane, Lane, FamilyGlyph, Playhead, PresetsDialog],
  templateUrl: './impactStrip.html',
  styleUrl: './impactStrip.scss',
  host: {
    '(document:keydown)': 'pageKey($event)',
    '(document:copy)': 'copy($event)',
    '(document:cut)': 'cut($event)',
    '(document:paste)': 'paste($event)',
  },
})
export class ImpactStrip {
  private readonly strikes = inject(StrikeService);
  private readonly playback = inject(PlaybackService);
  private readonly projects = inject(ProjectService);
  private readonly wanted = viewChild<ElementRef<HTMLInputElement>>('wanted');
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly injector = inject(Injector);
  protected readonly width = signal(800);
  /** What of the lanes is in sight. */
  private readonly sight = signal({ top: 0, height: 600 });

  protected readonly stage = toSignal(this.strikes.stage$);
  private readonly project = toSignal(this.projects.project$);
  protected readonly lens = signal(true);
  protected readonly opened = inject(OpenLane).id;
  private readonly openedIndex = computed(() => this.effects().findIndex(({ id }) => id === this.opened()));
  protected readonly adding = signal(false);
  protected readonly selection = inject(LaneSelection);
  private readonly keys = inject(KeyMap);
  protected readonly typed = signal('');
  /** Why nothing was pasted. */
  protected readonly told = signal('');
  /** The family that is chosen by its glyph; all of them while none is. */
  protected readonly family = signal<Family | undefined>(undefined);
  protected readonly families = [...new Set(Object.values(effectKinds).map(({ family }) => family))];
  /** Kinds that are found by what is typed, in their names, in other words for them or in what is said about them. */
  protected readonly matching = computed(() => {
    const family = this.family();
    const kinds = Object.values(effectKinds).filter((kind) => !family || kind.family === family);
    return foundAmong(
      kinds.map((kind) => ({ ...kind, label: kind.kind })),
      this.typed(),
    );
  });
  /** The kind that is pointed at; the first that is found, if none is. */
  protected readonly pointed = signal('');
  protected readonly described = computed(() => this.matching().find(({ kind }) => kind === this.pointed()) ?? this.matching().at(0));
  protected readonly solo = computed(() => this.stage()?.solo ?? []);
  protected readonly assets = computed(() => this.project()?.assets ?? []);
  protected readonly effects = computed(() => this.stage()?.sequence.effects ?? []);
  protected readonly from = computed(() => Math.min(-0.06, Math.floor(((this.stage()?.take?.start ?? 0) - 0.05) * 20) / 20));
  private readonly to = computed(() => {
    const run = this.stage()?.run;
    const own = this.stage()?.take?.firings.reduce((latest, timed) => Math.max(latest, timed.end), 0) ?? 0;
    const end = (run instanceof RapidFire ? Math.max(own, run.duration) : own) * 1.05;
    return ends.find((candidate) => candidate >= end) ?? end;
  });
  protected readonly axis = computed(() => new TimeAxis(this.from(), this.to(), this.width(), this.lens()));
  protected readonly contact = computed(() => this.axis().x(0));
  /** Where the later blows of rapid fire fall. */
  protected readonly laterBlows = computed(() => {
    const run = this.stage()?.run;
    return run instanceof RapidFire ? run.blows.slice(1).map(({ at, target }) => ({ x: this.axis().x(at), target: target + 1 })) : [];
  });
  protected readonly presets = inject(PresetService);
  private readonly reading = inject(ReadingState);
  /** Where it flashes too often, and where something does not read. */
  protected readonly flashing = computed(() =>
    this.reading.over().map(({ from, to, sort }) => {
      const [left, right] = [this.axis().x(from), this.axis().x(to)];
      return { left, width: Math.max(3, right - left), sort };
    }),
  );
  protected readonly found = computed(() =>
    this.reading.findings().map(({ at, effect, message }) => ({ x: this.axis().x(at), words: `${effect} ${message}` })),
  );
  protected readonly firings = computed(() => this.stage()?.take?.firings ?? []);
  private readonly kept = inject(KeptService);
  /** What is kept of every lane; a drill has none. */
  protected readonly ghosts = computed(() => this.kept.shown()?.take?.firings ?? []);
  /** Lanes that only the kept take has. */
  protected readonly keptOnly = computed(() => {
    const own = new Set(this.effects().map(({ id }) => id));
    return this.kept.kept()?.sequence.effects.filter(({ id }) => !own.has(id)) ?? [];
  });

  constructor() {
    inject(DestroyRef).onDestroy(
      inject(ActionService).offer({ 'tune.add': () => this.toggleAdding(), 'tune.presets': () => this.presets.toggle() }),
    );
    // A lane that opens is brought to the top, so that its editors are in sight.
    effect(() => {
      const id = this.opened();
      if (id === undefined) return;
      // With the frame after the one that opens it, whose layout is then done already.
      afterNextRender(() => requestAnimationFrame(() => this.laneOf(id)?.scrollIntoView({ block: 'start' })), { injector: this.injector });
    });
  }

  private laneOf(id: string): Element | null {
    return this.element.nativeElement.querySelector(`und-lane[data-effect="${id}"]`);
  }

  protected scrolled({ scrollTop, clientHeight }: HTMLElement): void {
    // In steps, so that most of a scroll changes nothing.
    const top = Math.floor(scrollTop / laneHeight) * laneHeight;
    if (top !== this.sight().top || clientHeight !== this.sight().height) this.sight.set({ top, height: clientHeight });
  }

  /**
   * Whether a lane is drawn: in or near sight, or open. Those below an open lane lie lower than if all were closed, by what is
   * not known here: as many of them count as could be in sight.
   */
  protected near(index: number, id: string): boolean {
    const { top, height } = this.sight();
    const place = index * laneHeight;
    const lower = this.openedIndex() >= 0 && index > this.openedIndex() ? height : 0;
    return id === this.opened() || (place > top - overscan - lower - laneHeight && place < top + height + overscan);
  }

  protected pageKey(event: KeyboardEvent): void {
    if (isTyping(event) || event.altKey) return;
    const held = event.ctrlKey || event.metaKey;
    const inLanes = document.activeElement?.closest('und-lane') !== null;
    // Escape first closes an open dialog or menu.
    const elsewhere = event.defaultPrevented || document.querySelector('dialog[open]') !== null || this.adding();
    if (this.keys.actionOf('tune', event) === 'tune.add') this.toggleAdding();
    else if (held && event.key === 'a' && inLanes) this.selection.all();
    else if (event.key === 'Escape' && !elsewhere && this.selection.ids().size > 0) this.selection.clear();
    else return;
    event.preventDefault();
  }

  /**
   * The lane that the keyboard is on goes to the clipboard, with all that are chosen where it is one of them; a text that is
   * selected or typed has the clipboard to itself.
   */
  protected copy(event: ClipboardEvent): ReadonlySet<string> | undefined {
    const id = document.activeElement?.closest<HTMLElement>('und-lane')?.dataset['effect'];
    const ids = id === undefined ? this.selection.ids() : this.selection.with(id);
    const effects = this.effects().filter((one) => ids.has(one.id));
    if (effects.length === 0 || !event.clipboardData || this.isText(event) || getSelection()?.isCollapsed === false) return undefined;
    event.preventDefault();
    event.clipboardData.setData('text/plain', lanesToText(effects));
    this.told.set('');
    return ids;
  }

  /** Copies them, and takes them out. */
  protected cut(event: ClipboardEvent): void {
    const ids = this.copy(event);
    const { sequence, take } = this.stage() ?? {};
    if (!ids || !sequence) return;
    const startOf = (id: string): number | undefined => take?.firings.find(({ effect }) => effect === id)?.start;
    this.projects.edit(sequence.id, ids.size === 1 ? `cut ${[...ids][0]}` : `cut ${ids.size} lanes`, (before) =>
      withoutEach(before, ids, startOf),
    );
  }

  /** Lanes from the clipboard stand behind those that are there. */
  protected paste(event: ClipboardEvent): void {
    const sequence = this.stage()?.sequence;
    const project = this.project();
    if (!sequence || !project || !event.clipboardData || this.isText(event)) return;
    event.preventDefault();
    try {
      const lanes = lanesFromText(event.clipboardData.getData('text/plain'));
      const after = withLanes(sequence, lanes, this.projects.compileContext(project));
      this.projects.edit(sequence.id, lanes.length === 1 ? `paste ${lanes[0].id}` : `paste ${lanes.length} lanes`, () => after);
      this.told.set('');
      const pasted = after.effects.slice(-lanes.length).map((effect) => effect.id);
      this.selection.choose(pasted.length > 1 ? pasted : []);
      const [id] = pasted;
      afterNextRender(() => this.laneOf(id)?.querySelector<HTMLElement>('.block')?.focus(), { injector: this.injector });
    } catch (error) {
      this.told.set(`Nothing was pasted: ${(error as Error).message}.`);
    }
  }

  private isText({ target }: ClipboardEvent): boolean {
    return target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && target.type !== 'checkbox');
  }

  /** Opens the choice of effects with its box ready to be typed in. */
  protected toggleAdding(): void {
    this.typed.set('');
    this.family.set(undefined);
    this.adding.set(!this.adding());
    if (this.adding()) afterNextRender(() => this.wanted()?.nativeElement.focus(), { injector: this.injector });
  }

  protected addFirst(): void {
    const [first] = this.matching();
    if (first && this.typed().trim() !== '') this.add(first.kind);
  }

  /** Adds an effect at the playhead, on the nearest frame, and opens its lane. */
  protected add(kind: string): void {
    this.adding.set(false);
    const sequence = this.stage()?.sequence;
    const project = this.project();
    if (!sequence || !project) return;
    const first = (type: Asset['type']): string | undefined => likelyAsset(project, type, kind)?.id;
    const id = freeEffectId(sequence, kind);
    const made = newEffect(kind as EffectName, id, { clip: first('sound'), picture: first('picture') });
    if (!made) return;
    const at =
      this.playback.time > 0 && this.playback.time < this.to() ? tidy(Math.round(this.playback.time / stepSeconds) * stepSeconds) : 0;
    const effect = { ...fittedTo(made, at, this.stage()?.event, this.stage()?.take), delay: at };
    this.projects.edit(sequence.id, `add ${id}`, (before) => ({ ...before, effects: [...before.effects, effect] }));
    this.opened.set(id);
    // The keyboard goes on where the new effect stands.
    afterNextRender(() => this.element.nativeElement.querySelector<HTMLElement>(`[data-effect="${id}"] .block`)?.focus(), {
      injector: this.injector,
    });
  }
}
