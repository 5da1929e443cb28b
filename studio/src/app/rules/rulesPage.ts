import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { storedSettingsOf, type EventType, type Sequence } from '@undatio/core';
import { identifierPattern } from '@undatio/core/internal';
import { PlaybackService } from '../playback/playbackService';
import { StrikeService } from '../playback/strikeService';
import type { DocumentKey } from '../project/documentKey';
import { newSequence } from '../project/newSequence';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { isTyping } from '../shared/typing';
import { SignaturePicture } from '../signatures/signaturePicture';
import { SignatureService } from '../signatures/signatureService';
import { StrikePad } from '../tune/pad/strikePad';
import { Stage } from '../tune/stage/stage';
import { copyOf, eventRenamed, moved, newEvent, sequencesOn, withSample } from './eventEdits';
import { EventFields } from './eventFields';

/** The project's events: what each is in a sentence, its payload, what plays on it, and a sample of it to strike. */
@Component({
  selector: 'und-rules-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EventFields, RouterLink, SignaturePicture, Stage, StrikePad],
  templateUrl: './rulesPage.html',
  styleUrl: './rulesPage.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class RulesPage {
  /** From the address: an event. */
  readonly event = input<string>();

  private readonly projects = inject(ProjectService);
  private readonly strikes = inject(StrikeService);
  private readonly playback = inject(PlaybackService);
  protected readonly address = inject(ScreenAddress);
  protected readonly signatures = inject(SignatureService);
  protected readonly project = toSignal(this.projects.project$);
  protected readonly events = computed(() => this.project()?.events ?? []);
  protected readonly chosen = computed(() => this.events().find(({ id }) => id === this.event()));
  protected readonly plays = computed(() => {
    const [project, event] = [this.project(), this.chosen()];
    return project && event ? sequencesOn(project, event.id) : [];
  });
  /** A change of the id, or a removal, that waits for a yes because others change with it. */
  protected readonly asked = signal<{ readonly what: 'rename'; readonly to: string } | { readonly what: 'remove' } | undefined>(undefined);
  protected readonly refused = signal('');
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  protected readonly struck = computed(() => this.plays().some(({ id }) => id === this.settings().sequence));

  constructor() {
    effect(() => {
      const [first] = this.events();
      if (first && !this.chosen()) this.address.turnTo('rules', [first.id], { replaceUrl: true });
    });
    // What is struck here plays on the event that is looked at.
    effect(() => {
      const [first] = this.plays();
      this.event();
      if (first && !this.struck()) this.strikes.choose(first.id);
    });
    effect(() => {
      this.event();
      this.asked.set(undefined);
      this.refused.set('');
    });
  }

  protected sentence(event: EventType): string {
    return event.note ?? 'No sentence says yet what this is.';
  }

  protected payload({ fields }: EventType): string {
    return fields.length === 0 ? 'nothing comes with it' : `with ${fields.map(({ label }) => label.toLowerCase()).join(', ')}`;
  }

  protected count(event: EventType): number {
    const project = this.project();
    return project ? sequencesOn(project, event.id).length : 0;
  }

  protected add(): void {
    const project = this.project();
    if (!project) return;
    const event = newEvent(project);
    this.projects.add(`add ${event.label}`, `events/${event.id}`, event, this.chosen()?.id);
    this.address.turnTo('rules', [event.id]);
  }

  protected duplicate(event: EventType): void {
    const project = this.project();
    if (!project) return;
    const copy = copyOf(event, project);
    this.projects.add(`duplicate ${event.label}`, `events/${copy.id}`, copy, event.id);
    this.address.turnTo('rules', [copy.id]);
  }

  protected move(event: EventType, step: number): void {
    const project = this.project();
    if (!project) return;
    const ids = project.events.map(({ id }) => id);
    this.projects.editSettings(`move ${event.label}`, (settings) => ({
      ...settings,
      order: { ...storedSettingsOf(project).order, events: moved(ids, ids.indexOf(event.id), step) },
    }));
  }

  protected edit(event: EventType, label: string, part: Partial<EventType>): void {
    this.projects.editDocument(`events/${event.id}`, label, (before) => ({ ...before, ...part }) as EventType);
  }

  protected relabel(event: EventType, box: HTMLInputElement): void {
    const label = box.value.trim();
    if (label === '') box.value = event.label;
    else if (label !== event.label) this.edit(event, `rename ${event.label}`, { label });
  }

  protected describe(event: EventType, text: string): void {
    const note = text.trim();
    const { note: _, ...without } = event;
    if (note === (event.note ?? '')) return;
    this.projects.editDocument(`events/${event.id}`, `describe ${event.label}`, () => (note === '' ? without : { ...event, note }));
  }

  /** What is struck here now, becomes the event's sample. */
  protected keepSample(event: EventType): void {
    this.projects.editDocument(`events/${event.id}`, `sample of ${event.label}`, (before) =>
      withSample(before as EventType, this.settings().payload),
    );
  }

  protected takeSample(event: EventType): void {
    const defaults = Object.fromEntries(event.fields.map((field) => [field.name, field.default]));
    this.strikes.setPayload({ ...defaults, ...event.sample });
    this.playback.strike();
  }

  /** The sample in words. */
  protected sampleTold({ sample = {} }: EventType): string {
    return Object.entries(sample)
      .map(([name, value]) => `${name} ${String(value)}`)
      .join(', ');
  }

  /** Another id: at once where nothing plays on the event, otherwise once what changes with it has been seen. */
  protected askRename(event: EventType, box: HTMLInputElement): void {
    const to = box.value.trim();
    this.refused.set('');
    if (to === event.id) return;
    const why = !identifierPattern.test(to)
      ? 'expected lower-case letters, digits and dashes, a letter first'
      : this.events().some(({ id }) => id === to)
        ? `“${to}” is another event already`
        : '';
    if (why !== '') {
      this.refused.set(why);
      box.value = event.id;
      return;
    }
    this.asked.set({ what: 'rename', to });
    if (this.plays().length === 0) this.rename(event, to);
  }

  protected rename(event: EventType, to: string): void {
    const project = this.project();
    if (!project) return;
    this.asked.set(undefined);
    this.projects.change(`rename ${event.id} to ${to}`, eventRenamed(project, event, to));
    this.address.turnTo('rules', [to], { replaceUrl: true });
  }

  protected askRemove(event: EventType): void {
    this.asked.set({ what: 'remove' });
    if (this.plays().length === 0) this.remove(event);
  }

  protected remove(event: EventType): void {
    const sequences = this.plays().map(({ id }): DocumentKey => `sequences/${id}`);
    const at = this.events().indexOf(event);
    const next = this.events()[at + 1] ?? this.events()[at - 1];
    this.asked.set(undefined);
    this.projects.remove(`remove ${event.label}`, [...sequences, `events/${event.id}`]);
    this.address.turnTo('rules', next ? [next.id] : [], { replaceUrl: true });
  }

  protected names(sequences: readonly Sequence[]): string {
    return sequences.map(({ label }) => label).join(', ');
  }

  protected addSequence(event: EventType): void {
    const project = this.project();
    if (!project) return;
    const sequence = newSequence(project, event.id);
    this.projects.add(`add ${sequence.label}`, `sequences/${sequence.id}`, sequence);
    this.address.turnTo('tune', [sequence.id]);
  }

  protected key(event: KeyboardEvent): void {
    const { target } = event;
    if (event.key !== ' ' || event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
    if (target instanceof HTMLElement && target.matches('button, a, summary, input, textarea, select, [role="radio"]')) return;
    event.preventDefault();
    if (this.struck()) this.playback.strike();
  }
}
