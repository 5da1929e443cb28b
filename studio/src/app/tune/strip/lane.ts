import { toSignal } from '@angular/core/rxjs-interop';
import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked, viewChild } from '@angular/core';
import { type Asset, type Effect, type Sequence } from '@undatio/core';
import { effectKinds, valueSpan, type EnvelopePoint, type GradientPoint, type NumberValue, type TimedFiring } from '@undatio/core/internal';
import { PlaybackService, stepSeconds } from '../../playback/playbackService';
import type { StageTake } from '../../playback/stageTake';
import { StrikeService } from '../../playback/strikeService';
import { ProjectService } from '../../project/projectService';
import { FamilyGlyph } from '../../shared/familyGlyph';
import { KeyMap } from '../../shared/keyMap';
import { PresetRow } from '../../presets/presetRow';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';
import { drawChannel, sameFirings } from './channelPath';
import { EnvelopeEditor } from '../fields/envelopeEditor';
import { GradientEditor } from '../fields/gradientEditor';
import { EffectInspector, type InspectorChange } from '../fields/effectInspector';
import { firingsOf } from './firingsOf';
import { LifeAxis } from './lifeAxis';
import { dragTo, movedTo, type DragPart, type DragStart } from './laneDrag';
import { fieldsOf, readField, strengthenedBy, stretchedBy, withEffect, type InspectedField } from '../sequenceEdits';
import { LaneSelection } from '../laneSelection';
import { withEach, withFieldOfEach, withMoved, withoutEach } from '../severalLanes';
import type { SnapTargets } from './snapping';
import type { TimeAxis } from './timeAxis';

const closedHeight = 34;
const openHeight = 84;
/** An open lane's editors: the envelope, the gradient, the inspector. */
const editorSteps = 3;

/** One effect: what it does over time, to be moved, stretched, scaled, and opened in place. */
@Component({
  selector: 'und-lane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FamilyGlyph, PointerDrag, EnvelopeEditor, GradientEditor, EffectInspector, PresetRow],
  templateUrl: './lane.html',
  styleUrl: './lane.scss',
  host: {
    '[class.open]': 'open()',
    '[class.silent]': 'silent()',
    '[class.chosen]': 'selection.ids().has(effect().id)',
    '[attr.data-effect]': 'effect().id',
  },
})
export class Lane {
  readonly effect = input.required<Effect>();
  readonly stage = input.required<StageTake>();
  readonly axis = input.required<TimeAxis>();
  readonly open = input(false);
  readonly solo = input<readonly string[]>([]);
  readonly assets = input<readonly Asset[]>([]);
  /** Firings of all effects: their edges are what a drag snaps to. */
  readonly all = input<readonly TimedFiring[]>([]);
  /** Firings of the kept take, of all effects. */
  readonly ghosts = input<readonly TimedFiring[]>([]);
  readonly openChange = output<boolean>();

  private readonly projects = inject(ProjectService);
  private readonly strikes = inject(StrikeService);
  private readonly playback = inject(PlaybackService);
  private readonly body = viewChild.required<ElementRef<HTMLElement>>('body');
  protected readonly selection = inject(LaneSelection);
  private readonly keys = inject(KeyMap);
  private held: DragStart | undefined;
  /** Every lane as it was when a drag began. */
  private stood: readonly Effect[] = [];
  private edges: readonly number[] = [];

  protected readonly kind = computed(() => effectKinds[this.effect().kind]);
  protected readonly name = computed(() => this.effect().label ?? this.effect().id);
  protected readonly soloed = computed(() => this.solo().includes(this.effect().id));
  protected readonly silent = computed(() => this.effect().muted || (this.solo().length > 0 && !this.soloed()));
  protected readonly height = computed(() => (this.open() ? openHeight : closedHeight));
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  protected readonly payload = computed(() => this.settings().payload);
  protected readonly others = computed(() => this.stage().sequence.effects.filter(({ id }) => id !== this.effect().id));
  /** Taken over from take to take while they stay the same, so that a drag draws anew only what it changes. */
  protected readonly firings = computed(() => firingsOf(this.stage().take?.firings ?? [], this.effect().id), { equal: sameFirings });
  private readonly struck = computed(() => this.stage().take !== undefined);

  private readonly outlines = computed(() => {
    if (this.effect().kind !== 'sound') return undefined;
    return (clip: string): readonly number[] => {
      const asset = this.assets().find(({ id }) => id === clip);
      return asset?.type === 'sound' ? asset.peaks : [];
    };
  });
  /** What is kept of this lane. */
  private readonly ghostFirings = computed(() => firingsOf(this.ghosts(), this.effect().id), { equal: sameFirings });
  private readonly ghostPeak = computed(() =>
    this.ghostFirings().length > 0 ? drawChannel(this.ghostFirings(), this.axis(), { height: 1, peaks: this.outlines() }).peak : 0,
  );

  protected readonly drawing = computed(() => {
    if (!this.struck()) return undefined;
    return drawChannel(this.firings(), this.axis(), {
      height: this.height(),
      // Under its envelope, and to the same scale.
      inset: this.open() ? 10 : 0,
      peaks: this.outlines(),
      // With what is kept of it, on one scale; an open lane keeps to its envelope’s.
      full: this.open() ? undefined : this.ghostPeak(),
    });
  });
  /** The kept channel, to the scale of the present one. */
  protected readonly ghost = computed(() => {
    if (this.ghostFirings().length === 0) return undefined;
    const full = Math.max(this.drawing()?.peak ?? 0, this.open() ? 0 : this.ghostPeak());
    return drawChannel(this.ghostFirings(), this.axis(), {
      height: this.height(),
      inset: this.open() ? 10 : 0,
      peaks: this.outlines(),
      full,
    }).path;
  });

  protected readonly block = computed(() => {
    const { start, end } = this.drawing() ?? {};
    if (start === undefined || end === undefined) return undefined;
    const left = this.axis().x(start);
    return { left, width: Math.max(8, this.axis().x(end) - left), start, end };
  });

  protected readonly peakText = computed(() => {
    const { label, unit } = this.kind().channel;
    return `${label} up to ${Number((this.drawing()?.peak ?? 0).toFixed(2))} ${unit}`.trim();
  });

  /** What it comes to, in plain units: what its lane draws, and what its kind tells besides. */
  protected readonly tells = computed(() => {
    const [first] = this.firings();
    const place = this.block();
    if (!first || !place) return [];
    const { label, unit } = this.kind().channel;
    const told = first.firing.tells?.() ?? [];
    return [
      { name: label, value: this.drawing()?.peak ?? 0, unit },
      { name: 'lasts', value: place.end - place.start, unit: 's' },
      ...(this.firings().length > 1 ? [{ name: 'fires', value: this.firings().length, unit: '×' }] : []),
      ...told.filter(({ name }) => name !== label),
    ].map(({ name, value, unit: of }) => ({ name, text: `${typeof value === 'number' ? Number(value.toFixed(2)) : value} ${of ?? ''}` }));
  });

  /** Where this effect's clock stands still, as [left, width] px. */
  protected readonly halts = computed(() => {
    const { take } = this.stage();
    const { clock, on } = this.effect();
    const { family } = this.kind();
    if (!take || (clock === 'wall' && family !== 'time') || family === 'time') return [];
    const party = family === 'view' ? 'world' : on;
    return take.bends
      .filter((bend) => bend.parties.includes(party))
      .flatMap(({ windows }) => windows.filter(({ rate }) => rate === 0))
      .map((window) => ({
        left: this.axis().x(window.start),
        width: Math.max(1, this.axis().x(window.end) - this.axis().x(window.start)),
      }));
  });

  /** How many of its editors stand: one more in each frame after it opens, so that opening never holds up what moves. */
  protected readonly steps = signal(0);

  constructor() {
    effect((onCleanup) => {
      if (!this.open()) return;
      let waiting = 0;
      const next = (): void => {
        this.steps.update((steps) => steps + 1);
        if (untracked(this.steps) < editorSteps) waiting = requestAnimationFrame(next);
      };
      waiting = requestAnimationFrame(next);
      onCleanup(() => {
        cancelAnimationFrame(waiting);
        this.steps.set(0);
      });
    });
  }

  /** Where the life of its first firing lies on the strip. */
  private readonly life = computed(() => {
    const [firing] = this.firings();
    if (!firing || firing.firing.extent <= 0) return undefined;
    const effect = this.effect();
    const longest = 'life' in effect ? Math.min(valueSpan(effect.life as NumberValue)[1], firing.firing.extent) : firing.firing.extent;
    return new LifeAxis(this.axis(), firing, longest);
  });

  protected readonly envelope = computed(() => this.onAxis<EnvelopePoint[]>('envelope', ({ name }) => !name.endsWith('Along')));
  protected readonly gradient = computed(() => this.onAxis<GradientPoint[]>('gradient', ({ name }) => name === 'colourOverLife'));
  /** Fields that are edited on the time axis rather than in the inspector. */
  protected readonly above = computed(() => [this.envelope(), this.gradient()].flatMap((shown) => (shown ? [shown.field.name] : [])));

  /** The first field of a control that counts over the effect's life, with its value. */
  private onAxis<T>(control: InspectedField['control'], fits: (field: InspectedField) => boolean) {
    const field = fieldsOf(this.effect().kind).find((candidate) => candidate.control === control && fits(candidate));
    const life = this.life();
    return field && life ? { field, life, value: readField(this.effect(), field.name) as T } : undefined;
  }

  /** A click on its name opens it; with Ctrl or Shift it is chosen, by itself or with all up to the last one. */
  protected clickName(event: MouseEvent): void {
    if (!this.choose(event)) this.openChange.emit(!this.open());
  }

  private choose(event: MouseEvent): boolean {
    const { id } = this.effect();
    if (event.ctrlKey || event.metaKey) this.selection.toggle(id);
    else if (event.shiftKey) this.selection.extend(id);
    else return false;
    return true;
  }

  protected drag({ phase, event, gesture }: Drag, part: DragPart): void {
    if (phase === 'start' && part === 'move' && this.choose(event)) {
      this.held = undefined;
      return;
    }
    if (phase === 'start') {
      this.stood = this.stage().sequence.effects;
      this.edges = this.all().flatMap(({ effect, start, end }) => (effect === this.effect().id ? [] : [start, end]));
      this.held = { part, effect: this.effect(), firings: this.firings(), ...this.placeOf(event) };
    }
    const { held } = this;
    if (phase !== 'move' || !held) return;
    const { x, y } = this.placeOf(event);
    const targets: SnapTargets = { edges: [0, ...this.edges], frame: stepSeconds };
    const together = this.selection.with(this.effect().id);
    if (held.part === 'move' && together.size > 1) {
      const delta = movedTo(held, x, this.axis(), targets, event.altKey);
      this.edit(`move ${together.size} lanes`, (sequence) => withMoved(sequence, this.stood, together, delta), `lanes ${gesture}`);
      return;
    }
    const after = dragTo(held, x, y, this.axis(), targets, event.altKey);
    this.change(verbs[held.part], () => after, gesture);
  }

  protected scrub({ phase, event }: Drag): void {
    if (phase !== 'end') this.playback.scrub(this.axis().t(this.placeOf(event).x));
  }

  protected key(event: KeyboardEvent): void {
    const step = event.altKey ? 0.001 : stepSeconds * (event.shiftKey ? 10 : 1);
    const extent = this.firings()[0]?.firing.extent ?? 0;
    const lengthen = (by: number) => (effect: Effect) =>
      stretchedBy(effect, extent > 0 ? Math.max(0.001, extent + by) / extent : 1, Math.max(0.001, by));
    const moves: Record<string, () => void> = {
      'lane.earlier': () => this.moveAll(-step),
      'lane.later': () => this.moveAll(step),
      'lane.shorten': () => this.change('shorten', lengthen(-stepSeconds), 'keys'),
      'lane.lengthen': () => this.change('lengthen', lengthen(stepSeconds), 'keys'),
      'lane.strengthen': () => this.changeAll('strengthen', (effect) => strengthenedBy(effect, 1.1), 'keys'),
      'lane.weaken': () => this.changeAll('weaken', (effect) => strengthenedBy(effect, 1 / 1.1), 'keys'),
      'lane.choose': () => this.selection.toggle(this.effect().id),
      'lane.open': () => this.openChange.emit(!this.open()),
      'lane.remove': () => this.remove(),
      'lane.mute': () => this.toggleMute(),
      'lane.solo': () => this.toggleSolo(),
    };
    const id = this.keys.actionOf('lane', event);
    if (id === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    moves[id]();
  }

  protected toggleMute(): void {
    const muted = !this.effect().muted;
    this.changeAll(muted ? 'mute' : 'unmute', (effect) => ({ ...effect, muted }));
  }

  protected toggleSolo(): void {
    this.strikes.toggleSolo(this.effect().id);
  }

  protected remove(): void {
    const { take, sequence } = this.stage();
    const startOf = (id: string): number | undefined => take?.firings.find(({ effect }) => effect === id)?.start;
    const ids = this.selection.with(this.effect().id);
    this.projects.edit(sequence.id, `remove ${this.named(ids)}`, (before) => withoutEach(before, ids, startOf));
  }

  private named(ids: ReadonlySet<string>): string {
    return ids.size > 1 ? `${ids.size} lanes` : this.name();
  }

  private moveAll(by: number): void {
    const ids = this.selection.with(this.effect().id);
    this.edit(`move ${this.named(ids)}`, (sequence) => withMoved(sequence, sequence.effects, ids, by), `${[...ids].join(' ')} move keys`);
  }

  /** Changes this lane, and with it all that are chosen. */
  private changeAll(verb: string, change: (effect: Effect) => Effect, gesture?: string): void {
    const ids = this.selection.with(this.effect().id);
    this.edit(
      `${verb} ${this.named(ids)}`,
      (sequence) => withEach(sequence, ids, change),
      gesture && `${[...ids].join(' ')} ${verb} ${gesture}`,
    );
  }

  private edit(label: string, change: (sequence: Sequence) => Sequence, gesture?: string): void {
    this.projects.edit(this.stage().sequence.id, label, change, gesture);
  }

  protected setField({ name, value, gesture }: Pick<InspectorChange, 'name' | 'value' | 'gesture'>): void {
    const { id } = this.effect();
    const ids = this.selection.with(id);
    this.edit(
      `${name} ${this.named(ids)}`,
      (sequence) => withFieldOfEach(sequence, id, ids, name, value),
      gesture && `${[...ids].join(' ')} ${name} ${gesture}`,
    );
  }

  /** Changes the effect as it stands now, which may be newer than what this lane has drawn. */
  private change(verb: string, change: (effect: Effect) => Effect, gesture?: string): void {
    const { id } = this.effect();
    this.projects.edit(
      this.stage().sequence.id,
      `${verb} ${this.name()}`,
      (sequence) => withEffect(sequence, id, change),
      gesture && `${id} ${verb} ${gesture}`,
    );
  }

  private placeOf(event: PointerEvent): { x: number; y: number } {
    const { left, top } = this.body().nativeElement.getBoundingClientRect();
    return { x: event.clientX - left, y: event.clientY - top };
  }
}

const verbs: Readonly<Record<DragPart, string>> = { move: 'move', start: 'stretch', end: 'stretch', strength: 'scale' };
