import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { storedSettingsOf, type EventType } from '@undatio/core';
import { identifierPattern } from '@undatio/core/internal';
import { RunDifferenceTable } from '../compare/runDifferenceTable';
import { HistoryDesk, type OldState } from '../history/historyDesk';
import { ActionService } from '../palette/actionService';
import { KeptService, type Looked } from '../playback/keptService';
import { PlaybackService } from '../playback/playbackService';
import { StageLoan } from '../playback/stageLoan';
import { withDocument, type DocumentKey } from '../project/documentKey';
import { newSequence } from '../project/newSequence';
import { ProjectService } from '../project/projectService';
import { documentNames } from '../project/documentNames';
import { withOtherId } from '../project/relabelled';
import { ScreenAddress } from '../project/screenAddress';
import { KeyMap } from '../shared/keyMap';
import { isTyping, takesSpace } from '../shared/typing';
import { SignaturePicture } from '../signatures/signaturePicture';
import { SignatureService } from '../signatures/signatureService';
import { Stage } from '../tune/stage/stage';
import { playedOn } from './ladder/ladderEdits';
import { copyOf, moved, newEvent, rulesOn, sequencesOn, withSample } from './eventEdits';
import { Coverage } from './coverage';
import { EventFields } from './eventFields';
import { EventHarm } from './eventHarm';
import { Ladder } from './ladder/ladder';
import { MomentPad } from './momentPad';
import { MomentService } from './momentService';
import { RulesService } from './rulesService';
import { FindingsView } from './findingsView';
import { StatusesView } from './statusesView';

/** Views of all rules together; no event has such a name. */
const views = [
  { name: '~statuses', label: 'Statuses' },
  { name: '~coverage', label: 'Coverage' },
  { name: '~findings', label: 'Findings' },
] as const;

/** What decides: events with the ladders that answer them, tried at a moment beside; statuses; and what is covered. */
@Component({
  selector: 'und-rules-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FindingsView,
    Coverage,
    EventFields,
    EventHarm,
    Ladder,
    MomentPad,
    RouterLink,
    RunDifferenceTable,
    SignaturePicture,
    Stage,
    StatusesView,
  ],
  templateUrl: './rulesPage.html',
  styleUrl: './rulesPage.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class RulesPage {
  /** From the address: an event, or one of the views of all. */
  readonly event = input<string>();

  private readonly projects = inject(ProjectService);
  private readonly moments = inject(MomentService);
  private readonly rules = inject(RulesService);
  private readonly playback = inject(PlaybackService);
  private readonly stage = inject(StageLoan);
  protected readonly kept = inject(KeptService);
  private readonly keys = inject(KeyMap);
  private readonly actions = inject(ActionService);
  protected readonly address = inject(ScreenAddress);
  protected readonly signatures = inject(SignatureService);
  protected readonly project = toSignal(this.projects.project$);
  protected readonly events = computed(() => this.project()?.events ?? []);
  protected readonly chosen = computed(() => this.events().find(({ id }) => id === this.event()));
  /** Which view of all is looked at; undefined while it is an event. */
  protected readonly view = computed(() => views.find(({ name }) => name === this.event())?.name);
  private readonly statuses = viewChild(StatusesView);
  protected readonly views = views;
  protected readonly problems = computed(() => this.rules.findings().length);
  /** What comes with it stays open as it was left; a new event begins with it. */
  protected readonly unfolded = signal<boolean | undefined>(undefined);
  protected readonly hasLadder = computed(
    () => this.project()?.responses.some(({ event, rungs }) => event === this.event() && rungs.length > 0) === true,
  );
  protected readonly plays = computed(() => {
    const [project, event] = [this.project(), this.chosen()];
    return project && event ? playedOn(project, event.id) : [];
  });
  /** A change of the id, or a removal, that waits for a yes because others change with it. */
  protected readonly asked = signal<{ readonly what: 'rename'; readonly to: string } | { readonly what: 'remove' } | undefined>(undefined);
  protected readonly refused = signal('');
  /** Whether anything at all can be told of this moment. */
  protected readonly canStrike = computed(() => this.moments.shown() !== undefined);

  constructor() {
    inject(DestroyRef).onDestroy(
      this.actions.offer({
        'rules.strike': () => this.strike(),
        'rules.keep': () => this.kept.keep(),
        'rules.look': () => this.kept.turnLook(),
        'rules.swap': () => this.kept.swap(),
      }),
    );
    // Of the ladder that is shown, or of the event where nothing decides yet; of the status among them all.
    inject(HistoryDesk).follow(
      () => {
        const status = this.statuses()?.chosen();
        if (status) return `statuses/${status.id}`;
        const event = this.chosen()?.id;
        const response = this.project()?.responses.find((one) => one.event === event);
        return response ? `responses/${response.id}` : event === undefined ? undefined : `events/${event}`;
      },
      (state) => this.lookAt(state),
      'left',
    );
    effect(() => {
      const [first] = this.events();
      if (first && !this.chosen() && this.view() === undefined) this.address.turnTo('rules', [first.id], { replaceUrl: true });
    });
    // The stage shows what comes of this moment, and is given back with the view.
    effect(() => {
      const shown = this.chosen() ? this.moments.shown() : undefined;
      untracked(() => {
        if (shown) this.stage.show(this.moments, shown);
        else this.stage.giveBack(this.moments);
      });
    });
    inject(DestroyRef).onDestroy(() => this.stage.giveBack(this.moments));
    effect(() => {
      const [event, project] = [this.chosen(), this.project()];
      const actorOf = (role: string): string => project?.actors.find((actor) => actor.role === role)?.id ?? '';
      untracked(() => this.moments.turnTo(event, { source: actorOf('source'), target: actorOf('target') }));
    });
    effect(() => {
      this.event();
      this.asked.set(undefined);
      this.refused.set('');
    });
  }

  /** Opened or closed by a person, it stays so from event to event. */
  protected fold(event: Event, details: HTMLDetailsElement): void {
    event.preventDefault();
    this.unfolded.set(!details.open);
  }

  protected sentence(event: EventType): string {
    return event.note ?? 'No sentence says yet what this is.';
  }

  protected payload({ fields }: EventType): string {
    return fields.length === 0 ? 'nothing comes with it' : fields.map(({ label }) => label.toLowerCase()).join(', ');
  }

  protected countWords(event: EventType): string {
    const count = this.count(event);
    return count === 1 ? '1 sequence plays on it' : `${count} sequences play on it`;
  }

  protected count(event: EventType): number {
    const project = this.project();
    return project ? playedOn(project, event.id).length : 0;
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
    else this.address.followId('rules', event.id, this.projects.relabel('events', event, label));
  }

  protected describe(event: EventType, text: string): void {
    const note = text.trim();
    const { note: _, ...without } = event;
    if (note === (event.note ?? '')) return;
    this.projects.editDocument(`events/${event.id}`, `describe ${event.label}`, () => (note === '' ? without : { ...event, note }));
  }

  /** What comes of this moment with an old state of what decides, beside what comes of it now. */
  private lookAt({ key, document, label }: OldState): Looked | string | undefined {
    if (!this.chosen()) return undefined;
    const { project } = this.projects;
    const then = project && withDocument(project, key, document);
    const loan = then && this.moments.under(then);
    if (!then || !loan) return 'Nothing can be told of this moment in that state.';
    return this.kept.beside('moment', () => this.kept.keepRun(loan, label, then));
  }

  /** What is struck here now, becomes the event's sample. */
  protected keepSample(event: EventType): void {
    this.projects.editDocument(`events/${event.id}`, `sample of ${event.label}`, (before) =>
      withSample(before as EventType, this.moments.moment().payload),
    );
  }

  protected takeSample(event: EventType): void {
    this.moments.set({ payload: event.sample ?? {} });
    this.strike();
  }

  /** Plays what comes of this moment, and tells who records it. */
  protected strike(): void {
    const event = this.chosen();
    if (!event || !this.canStrike()) return;
    const [source, target] = ['source', 'target'].map((id) => this.moments.cast().find((one) => one.id === id));
    this.playback.strike({ event: event.id, payload: this.moments.asked()?.payload ?? {}, source, target });
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
    if (this.users().length === 0) this.rename(event, to);
  }

  protected rename(event: EventType, to: string): void {
    const project = this.project();
    if (!project) return;
    this.asked.set(undefined);
    this.projects.change(`rename ${event.id} to ${to}`, withOtherId(project, 'events', event.id, to));
    this.address.turnTo('rules', [to], { replaceUrl: true });
  }

  protected askRemove(event: EventType): void {
    const others = this.users().filter((name) => !this.goesWith().includes(name) && !name.startsWith('sequences/'));
    if (others.length > 0) {
      this.refused.set(`The event is used by ${this.named(others)}. Remove it there first.`);
      return;
    }
    this.refused.set('');
    this.asked.set({ what: 'remove' });
    if (this.users().length === 0) this.remove(event);
  }

  protected remove(event: EventType): void {
    const project = this.project();
    const sequences = project ? sequencesOn(project, event.id).map(({ id }): DocumentKey => `sequences/${id}`) : [];
    const at = this.events().indexOf(event);
    const next = this.events()[at + 1] ?? this.events()[at - 1];
    this.asked.set(undefined);
    this.projects.remove(`remove ${event.label}`, [...sequences, ...(this.goesWith() as DocumentKey[]), `events/${event.id}`]);
    this.address.turnTo('rules', next ? [next.id] : [], { replaceUrl: true });
  }

  protected named(keys: readonly string[]): string {
    const project = this.project();
    return project ? documentNames(project, keys) : '';
  }

  /** What asks for the event: its sequences, and the documents that decide. */
  protected readonly users = computed((): readonly string[] => {
    const [project, event] = [this.project(), this.chosen()];
    if (!project || !event) return [];
    return [...sequencesOn(project, event.id).map(({ id }) => `sequences/${id}`), ...rulesOn(project, event.id)];
  });
  /** Its own ladder, which goes with it. */
  private readonly goesWith = computed(() =>
    (this.project()?.responses ?? []).flatMap(({ id, event }) => (event === this.event() ? [`responses/${id}`] : [])),
  );

  protected addSequence(event: EventType): void {
    const project = this.project();
    if (!project) return;
    const sequence = newSequence(project, event.id);
    this.projects.add(`add ${sequence.label}`, `sequences/${sequence.id}`, sequence);
    this.address.turnTo('tune', [sequence.id]);
  }

  protected key(event: KeyboardEvent): void {
    if (event.altKey || isTyping(event)) return;
    const id = this.keys.actionOf('rules', event);
    if (id === undefined || takesSpace(event)) return;
    event.preventDefault();
    this.actions.run(id);
  }
}
