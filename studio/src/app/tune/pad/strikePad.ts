import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NgTemplateOutlet } from '@angular/common';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { SliderModule } from 'primeng/slider';
import { ToggleSwitchModule } from 'primeng/toggleswitch';
import type { PayloadField, StopBudget } from '@undatio/core';
import { movedToEvent, RapidFire } from '@undatio/core/internal';
import { PlaybackService } from '../../playback/playbackService';
import type { RapidSettings } from '../../playback/stageTake';
import { healthAfter, wearsDown } from '../../playback/striker';
import { StrikeService } from '../../playback/strikeService';
import { ProjectService } from '../../project/projectService';
import { ScreenAddress } from '../../project/screenAddress';
import { StageSetUps } from '../../stage/stageSetUps';
import { heldPer } from '../../shared/heldPer';
import { tagsFromText } from '../../shared/tagText';
import { ScrubNumber } from '../../shared/scrubNumber';
import { DirectionDial } from './directionDial';
import { RadioKeys } from '../../shared/radioKeys';

/** A move to another event, where not all of a sequence fits. */
interface Move {
  readonly label: string;
  readonly lost: readonly string[];
  readonly go: () => void;
}

type FieldOf<T extends PayloadField['type']> = Extract<PayloadField, { type: T }>;

/** The event's payload as direct controls made from its fields, and the strike itself. */
@Component({
  selector: 'und-strike-pad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgTemplateOutlet, FormsModule, ButtonModule, SliderModule, ToggleSwitchModule, ScrubNumber, DirectionDial, RadioKeys],
  templateUrl: './strikePad.html',
  styleUrl: './strikePad.scss',
})
export class StrikePad {
  private readonly strikes = inject(StrikeService);
  private readonly playback = inject(PlaybackService);
  private readonly projects = inject(ProjectService);
  private readonly address = inject(ScreenAddress);
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  private readonly playing = toSignal(this.playback.settings$, { requireSync: true });
  private readonly stage = toSignal(this.strikes.stage$);

  protected readonly name = computed(() => this.stage()?.sequence.label ?? '');
  protected readonly event = computed(() => this.stage()?.event);
  protected readonly seed = computed(() => this.settings().seed);
  protected readonly pinned = computed(() => this.settings().pinned);
  protected readonly every = computed(() => this.playing().every);
  protected readonly listener = computed(() => this.settings().listener);
  protected readonly rapid = computed(() => this.settings().rapid);
  private readonly project = toSignal(this.projects.project$);
  /** The target and every bystander. */
  private readonly onStage = toSignal(inject(StageSetUps).project$);
  protected readonly targetCount = computed(() => 1 + (this.onStage()?.actors.filter(({ role }) => role === 'bystander').length ?? 0));
  /** The project's own: how much standing still a body is spared, whoever strikes it. */
  protected readonly budget = computed(() => this.project()?.stopBudget);
  /** How long bodies stand still in the worst second of rapid fire. */
  protected readonly still = computed(() => {
    const run = this.stage()?.run;
    if (!(run instanceof RapidFire)) return '';
    const within = this.budget()?.within ?? 1;
    const shown = (seconds: number): string => `${Math.round(seconds * 1000)} ms`;
    const targets = Array.from({ length: this.targetCount() }, (_, i) => run.stillest(i + 1, within));
    return `Of its worst ${within} s the striker stands still for ${shown(run.stillest(0, within))}, a target for ${shown(Math.max(...targets))}.`;
  });
  protected readonly round = Math.round;
  protected readonly canStrike = computed(() => this.stage()?.take !== undefined);

  protected setBudget(part: Partial<StopBudget>, gesture: string): void {
    this.projects.editSettings(
      'most hit-stop',
      (settings) => ({ ...settings, stopBudget: { seconds: 0.35, within: 1, ...settings.stopBudget, ...part } }),
      gesture,
    );
  }

  private fields<T extends PayloadField['type']>(type: T): FieldOf<T>[] {
    return (this.event()?.fields ?? []).filter((field): field is FieldOf<T> => field.type === type);
  }

  /** The target's health before and after this blow, if the event wears it down: the stage keeps it itself. */
  protected readonly health = computed(() => {
    const event = this.event();
    if (!wearsDown(event)) return undefined;
    const { health, payload } = this.settings();
    const target = this.onStage()?.actors.find(({ role }) => role === 'target');
    return { before: health, after: healthAfter(target, event, payload, health) };
  });
  /** Whether what is seldom changed is shown. */
  protected readonly settingUp = signal(false);

  protected readonly events = computed(() => this.project()?.events ?? []);
  /** A move to another event that waits for a yes. */
  protected readonly moving = heldPer(
    () => this.stage()?.sequence.id,
    (): Move | undefined => undefined,
  );
  protected readonly numbers = computed(() =>
    this.fields('number')
      .filter(({ name }) => !this.health() || !/^health(Before|After)$/.test(name))
      .map((field) => ({ field, value: this.value(field) as number })),
  );
  /** The first number stands beside the first direction; these have rows of their own. */
  protected readonly furtherNumbers = computed(() => this.numbers().slice(this.directions().length > 0 ? 1 : 0));
  protected readonly directions = computed(() => this.fields('direction').map((field) => ({ field, value: this.value(field) as number })));
  protected readonly kinds = computed(() => this.fields('kind').map((field) => ({ field, value: this.value(field) as string })));
  protected readonly flags = computed(() => this.fields('flag').map((field) => ({ field, value: this.value(field) as boolean })));
  protected readonly texts = computed(() => this.fields('text').map((field) => ({ field, value: this.value(field) as string })));

  /** Accepts the name and gives the keys back to the page. */
  protected leaveName(box: HTMLInputElement): void {
    box.blur();
  }

  /** Scrolls the unfolded set-up into view, above the readouts. */
  protected setUp(fold: HTMLDetailsElement): void {
    this.settingUp.set(fold.open);
    if (fold.open) fold.scrollIntoView({ block: 'nearest' });
  }

  /** A sequence keeps its name when the box is left empty. */
  protected rename(box: HTMLInputElement): void {
    const label = box.value.trim();
    const sequence = this.stage()?.sequence;
    if (label && sequence) this.address.followId('tune', sequence.id, this.projects.relabel('sequences', sequence, label));
    box.value = this.name();
  }

  protected readonly sequenceNote = computed(() => this.stage()?.sequence.note ?? '');
  protected readonly sequenceTags = computed(() => this.stage()?.sequence.tags?.join(', ') ?? '');

  protected setNote(note: string): void {
    const id = this.stage()?.sequence.id;
    if (id && note !== this.sequenceNote()) this.projects.edit(id, 'note', (sequence) => ({ ...sequence, note }));
  }

  protected setTags(text: string): void {
    const id = this.stage()?.sequence.id;
    const tags = tagsFromText(text);
    if (!id || tags.join() === this.stage()?.sequence.tags?.join()) return;
    this.projects.edit(id, 'tags', ({ tags: _, ...sequence }) => (tags.length > 0 ? { ...sequence, tags } : sequence));
  }

  protected strike(): void {
    this.playback.strike();
  }

  /** To another event: at once where all that it follows is there, otherwise once what is not has been seen. */
  protected askMove(box: HTMLSelectElement): void {
    const { sequence, event } = this.stage() ?? {};
    const to = this.events().find(({ id }) => id === box.value);
    if (!sequence || !event || !to || to === event) return;
    const { sequence: moved, lost } = movedToEvent(sequence, event, to);
    const go = (): void => {
      this.moving.set(undefined);
      this.projects.edit(sequence.id, `move ${sequence.label} to ${to.label}`, () => moved);
    };
    if (lost.length === 0) go();
    else this.moving.set({ label: to.label, lost, go });
  }

  protected set(name: string, value: number | string | boolean): void {
    this.strikes.setField(name, value);
  }

  protected setSeed(value: number): void {
    this.strikes.setSeed(Math.round(value));
  }

  protected mend(): void {
    this.strikes.mend();
  }

  protected roll(): void {
    this.strikes.setSeed(this.seed() + 1);
    this.playback.strike();
  }

  protected pin(pinned: boolean): void {
    this.strikes.pin(pinned);
  }

  protected repeatEvery(seconds: number): void {
    this.playback.set({ every: seconds });
  }

  protected setListener(px: number): void {
    this.strikes.setListener(px);
  }

  protected setRapid(part: Partial<RapidSettings>): void {
    this.strikes.setRapid(part);
  }

  private value(field: PayloadField): number | string | boolean {
    const value = this.settings().payload[field.name];
    return typeof value === typeof field.default ? (value ?? field.default) : field.default;
  }
}
