import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  Injector,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import type { Asset, Effect, EventType, Payload } from '@undatio/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { spots as spotNames, type EnvelopePoint, type GradientPoint, type NumberValue, type TextMark } from '@undatio/core/internal';
import { ProjectService } from '../../project/projectService';
import { Choice, type Option } from '../../shared/choice';
import { ScrubNumber } from '../../shared/scrubNumber';
import { readField, signalsOf, type InspectedField } from '../sequenceEdits';
import { orderFields, shownNames } from './fieldOrder';
import { AssetPicker } from './assetPicker';
import { ColourEditor } from './colourEditor';
import { CurvesEditor } from './curvesEditor';
import { EnvelopeEditor } from './envelopeEditor';
import { ownAxis } from '../strip/lifeAxis';
import { DirectionRose, type DirectionValue } from './directionRose';
import { EaseEditor } from '../../shared/easeEditor';
import { GradientEditor } from './gradientEditor';
import { MarkedText } from './markedText';
import { ValueEditor, type FieldChange } from './valueEditor';

export interface InspectorChange extends FieldChange {
  readonly name: string;
  readonly label: string;
}

/** Cells of a newly opened lane made in one frame. */
const cellsPerFrame = 1;
/** Where the browser keeps whether the fold is open. */
const foldKey = 'undatio.lane.fold';

/** The few numbers of an effect, made from its schema. */
@Component({
  selector: 'und-effect-inspector',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    NgTemplateOutlet,
    Choice,
    ScrubNumber,
    ValueEditor,
    ColourEditor,
    GradientEditor,
    MarkedText,
    CurvesEditor,
    EaseEditor,
    EnvelopeEditor,
    AssetPicker,
    DirectionRose,
  ],
  templateUrl: './effectInspector.html',
  styleUrl: './effectInspector.scss',
})
export class EffectInspector {
  readonly effect = input.required<Effect>();
  readonly others = input.required<readonly Effect[]>();
  readonly event = input<EventType>();
  readonly payload = input<Payload>({});
  readonly assets = input<readonly Asset[]>([]);
  readonly changed = output<InspectorChange>();

  /** The envelope and the gradient that are edited on the time axis above; the others are edited here. */
  readonly above = input<readonly string[]>([]);

  /** For envelopes that count along a thing, which the time axis does not fit. */
  protected readonly along = ownAxis(260, 10);
  /** The fields that are shown as the lane is opened: an edited field stays where it is, and nothing vanishes. */
  private readonly opened = linkedSignal({
    source: computed(() => `${this.effect().id} ${this.effect().kind}`),
    computation: () => untracked(() => shownNames(orderFields(this.effect(), this.above()))),
  });
  protected readonly order = computed(() => orderFields(this.effect(), this.above(), this.opened()));
  /** How many cells are made so far: a few in each frame, so that opening a lane never holds up what moves. */
  private readonly made = signal(0);
  /** The groups as far as they are made. */
  protected readonly shown = computed(() => {
    let left = this.made();
    return this.order().shown.flatMap((group) => {
      const fields = group.fields.slice(0, Math.max(0, left));
      left -= group.fields.length;
      return fields.length > 0 ? [{ ...group, fields }] : [];
    });
  });
  private readonly shownCount = computed(() => this.order().shown.reduce((sum, { fields }) => sum + fields.length, 0));
  protected readonly foldedCount = computed(() => this.order().folded.reduce((sum, { fields }) => sum + fields.length, 2));
  protected readonly complete = computed(() => this.made() >= this.shownCount());
  /** Whether the rest is unfolded, as it was left. */
  protected readonly unfolded = signal(localStorage.getItem(foldKey) === 'open');

  constructor() {
    let waiting = 0;
    const more = (): void => {
      this.made.update((count) => count + cellsPerFrame);
      if (!this.complete()) waiting = requestAnimationFrame(more);
      // What is asked only later, because of another field, is made at once.
      else this.made.set(Infinity);
    };
    afterNextRender(() => (waiting = requestAnimationFrame(more)));
    inject(DestroyRef).onDestroy(() => cancelAnimationFrame(waiting));
  }

  protected remember(fold: HTMLDetailsElement): void {
    const { open } = fold;
    // Scrolls only when a person opens the fold, not when a lane opens with its fold already open.
    if (open && !this.unfolded()) afterNextRender(() => fold.scrollIntoView({ block: 'nearest' }), { injector: this.injector });
    this.unfolded.set(open);
    localStorage.setItem(foldKey, open ? 'open' : 'folded');
  }

  /** The template hands fields on without their type. */
  protected asField(field: InspectedField): InspectedField {
    return field;
  }

  /** Where the blow flies now; undefined where the event has no direction. */
  protected readonly blowAngle = computed(() => {
    const field = this.event()?.fields.find(({ type }) => type === 'direction');
    return field && Number(this.payload()[field.name] ?? field.default);
  });
  protected readonly anchors = computed(() => [
    { value: 'contact', label: 'contact' },
    ...this.others().flatMap(({ id, label }) => [
      { value: `start ${id}`, label: `start of ${label ?? id}` },
      { value: `end ${id}`, label: `end of ${label ?? id}` },
    ]),
    ...this.others().flatMap((effect) =>
      signalsOf(effect).map((name) => ({
        value: `signal ${effect.id} ${name}`,
        label: `each signal “${name}” of ${effect.label ?? effect.id}`,
      })),
    ),
  ]);
  protected readonly anchor = computed(() => {
    const { anchor } = this.effect();
    if (anchor.to === 'contact') return 'contact';
    return anchor.to === 'signal' ? `signal ${anchor.effect} ${anchor.name}` : `${anchor.to} ${anchor.effect}`;
  });

  /** Made once for each list of words, so that a choice is not drawn anew while nothing changes. */
  private readonly wordings = new WeakMap<readonly string[], readonly Option[]>();

  protected worded(words: readonly string[]): readonly Option[] {
    let options = this.wordings.get(words);
    if (!options) this.wordings.set(words, (options = words.map((word) => ({ value: word, label: word }))));
    return options;
  }

  private readonly project = toSignal(inject(ProjectService).project$);
  private readonly injector = inject(Injector);
  /** Spots that every body has, then those of the project's actors, and what is named here even if nobody has it. */
  protected readonly spots = computed(() => {
    const own = this.project()?.actors.flatMap((actor) => Object.keys(actor.spots)) ?? [];
    const named = readField(this.effect(), 'spot');
    const also = (readField(this.effect(), 'alsoFrom') ?? []) as readonly string[];
    const names = new Set([...spotNames, ...own, ...(typeof named === 'string' ? [named] : []), ...also]);
    return [...names].map((name): Option => ({ value: name, label: name }));
  });

  protected number(field: InspectedField): NumberValue {
    return readField(this.effect(), field.name) as NumberValue;
  }

  protected envelope(field: InspectedField): EnvelopePoint[] {
    return readField(this.effect(), field.name) as EnvelopePoint[];
  }

  protected text(field: InspectedField): string {
    return readField(this.effect(), field.name) as string;
  }

  protected list(field: InspectedField): string[] {
    return readField(this.effect(), field.name) as string[];
  }

  protected flag(field: InspectedField): boolean {
    return readField(this.effect(), field.name) as boolean;
  }

  protected gradient(field: InspectedField): GradientPoint[] {
    return readField(this.effect(), field.name) as GradientPoint[];
  }

  protected direction(field: InspectedField): DirectionValue {
    return readField(this.effect(), field.name) as DirectionValue;
  }

  protected any(field: InspectedField): unknown {
    return readField(this.effect(), field.name);
  }

  protected emit(field: Pick<InspectedField, 'name' | 'label'>, change: FieldChange): void {
    this.changed.emit({
      name: field.name,
      label: `${this.effect().label ?? this.effect().id}: ${field.label.toLowerCase()}`,
      ...change,
      ...(change.gesture && { gesture: `${this.effect().id} ${field.name} ${change.gesture}` }),
    });
  }

  protected marks(field: InspectedField): readonly TextMark[] | undefined {
    return field.control === 'text' ? field.marks : undefined;
  }

  protected toggleSpot(field: InspectedField, spot: string): void {
    const list = this.list(field);
    this.emit(field, { value: list.includes(spot) ? list.filter((other) => other !== spot) : [...list, spot] });
  }

  protected toggle(field: InspectedField, option: string): void {
    const list = this.list(field);
    const value = list.includes(option) ? list.filter((other) => other !== option) : [...list, option];
    // At least one stays: an empty list means nothing and would be refused.
    if (value.length > 0) this.emit(field, { value });
  }

  protected setAnchor(choice: string): void {
    const [to, effect, ...name] = choice.split(' ');
    const value = to === 'contact' ? { to } : to === 'signal' ? { to, effect, name: name.join(' ') } : { to, effect };
    this.emit({ name: 'anchor', label: 'Anchor' }, { value });
  }

  protected readonly leavings: readonly Option[] = [
    { value: '', label: 'as its kind does' },
    { value: 'goes', label: 'it goes at once' },
    { value: 'lives out', label: 'it lives out' },
  ];

  protected setLeaving(leaving: string): void {
    this.emit({ name: 'bodyLeaves', label: 'When its body leaves' }, { value: leaving || undefined });
  }

  protected setRepeat(part: { count?: number; every?: number }, gesture: string): void {
    const repeat = { ...this.effect().repeat, ...part };
    this.emit({ name: 'repeat', label: 'Repeats' }, { value: { ...repeat, count: Math.round(repeat.count) }, gesture });
  }
}
