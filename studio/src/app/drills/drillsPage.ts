import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
  signal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Drill } from '@undatio/core';
import { RunDifferenceTable } from '../compare/runDifferenceTable';
import { HistoryDesk } from '../history/historyDesk';
import { KeptService } from '../playback/keptService';
import { PlaybackService } from '../playback/playbackService';
import { withDocument } from '../project/documentKey';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { ActionService } from '../palette/actionService';
import { AddMenu } from '../shared/addMenu';
import { KeyMap } from '../shared/keyMap';
import { FilmService } from '../tune/film/filmService';
import { FilmStrip } from '../tune/film/filmStrip';
import { ReadingPanel } from '../reading/readingPanel';
import { MissedAddress } from '../shared/missedAddress';
import { RadioKeys } from '../shared/radioKeys';
import { ScrubNumber } from '../shared/scrubNumber';
import { ToggleRow, type Toggle } from '../shared/toggleRow';
import { isTyping, takesSpace } from '../shared/typing';
import type { StageBackground } from '../stage/stageView';
import { Stage } from '../tune/stage/stage';
import { Transport } from '../tune/stage/transport';
import { TrialSheet } from '../tune/trial/trialSheet';
import { ActEditor } from './actEditor';
import { CastEditor } from './castEditor';
import { DrillCharts } from './drillCharts';
import { actChoices, actWords, copyOfDrill, newAct, newDrill, newEntry, onGrid, withAct, type Act } from './drillEdits';
import { DrillLanes } from './drillLanes';
import { DrillLog } from './drillLog';
import { DrillMap } from './drillMap';
import { DrillRecorder } from './drillRecorder';
import { DrillService } from './drillService';
import { DrillTrial } from './drillTrial';
import { EntryEditor } from './entryEditor';
import { ExpectationList } from './expectationList';
import { StagePlaces } from './stagePlaces';

const sides = ['log', 'expected', 'event', 'actors', 'map', 'reads'] as const;

/** Drills: scripted fights, seen, charted, logged and held against what is expected of them. */
@Component({
  selector: 'und-drills-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ActEditor,
    AddMenu,
    CastEditor,
    DrillCharts,
    DrillLanes,
    DrillLog,
    DrillMap,
    EntryEditor,
    ExpectationList,
    FilmStrip,
    MissedAddress,
    RadioKeys,
    ReadingPanel,
    RouterLink,
    RunDifferenceTable,
    ScrubNumber,
    Stage,
    StagePlaces,
    ToggleRow,
    Transport,
    TrialSheet,
  ],
  templateUrl: './drillsPage.html',
  styleUrl: './drillsPage.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class DrillsPage {
  /** From the address: a drill. */
  readonly drill = input<string>();

  private readonly projects = inject(ProjectService);
  private readonly playback = inject(PlaybackService);
  protected readonly kept = inject(KeptService);
  protected readonly recorder = inject(DrillRecorder);
  private readonly keys = inject(KeyMap);
  private readonly actions = inject(ActionService);
  protected readonly drills = inject(DrillService);
  protected readonly address = inject(ScreenAddress);
  protected readonly project = toSignal(this.projects.project$);
  protected readonly all = computed(() => this.project()?.drills ?? []);
  protected readonly chosen = computed(() => this.all().find(({ id }) => id === this.drill()));
  /** Id in the address of a drill that the project does not have; empty for none. */
  protected readonly missed = signal('');
  /** The drill that was removed last, its project, and the drill before it in the list. */
  private readonly removed = signal<{ readonly drill: Drill; readonly project: string; readonly behind: string | undefined } | undefined>(
    undefined,
  );
  /** The removed drill, as long as it can be restored in this project. */
  protected readonly restorable = computed(() => {
    const removed = this.removed();
    return removed?.project === this.project()?.id && !this.all().some(({ id }) => id === removed?.drill.id) ? removed?.drill : undefined;
  });
  private last: string | undefined;
  /** Stays the same through all changes of the drill. */
  private readonly chosenId = computed(() => this.chosen()?.id);
  protected readonly film = inject(FilmService);
  protected readonly trial = inject(DrillTrial);
  protected readonly sides = sides;
  protected readonly side = signal<(typeof sides)[number]>('log');
  protected readonly background = signal<StageBackground>('own');
  protected readonly picked = signal(-1);
  /** Which of what those of it do is worked on. */
  protected readonly pickedAct = signal(-1);
  /** Whether all places are shown on the stage, to be dragged. */
  protected readonly places = signal(false);
  protected readonly shown: readonly Toggle[] = [
    {
      words: 'reach',
      title: 'Show on the stage what moves reach',
      on: this.drills.reaches,
      turn: () => this.drills.reaches.update((on) => !on),
    },
    {
      words: 'places',
      title: 'Show on the stage where they begin and are to go, to be dragged',
      on: this.places,
      turn: () => this.places.update((on) => !on),
    },
    {
      words: 'try',
      title: 'Small stages side by side, each with another number of the drill or of what decides (T)',
      on: this.trial.open,
      turn: () => this.trial.toggle(),
    },
    { words: 'film', title: 'The frames around an event, one by one (V)', on: this.film.open, turn: () => this.film.toggle() },
    { words: 'ways', title: 'The ways that bodies and view go (O)', on: this.film.ways, turn: () => this.film.toggleWays() },
  ];
  protected readonly doable = actChoices;
  protected readonly compared = signal<string | undefined>(undefined);
  protected readonly addable = computed(() =>
    (this.project()?.events ?? []).map(({ id, label, note }) => ({ value: id, label, ...(note && { about: note }) })),
  );
  protected readonly failing = computed(() => this.drills.shown()?.verdicts.filter(({ holds }) => !holds).length ?? 0);

  constructor() {
    effect(() => {
      const [first] = this.all();
      const [wanted, chosen] = [this.drill(), this.chosen()];
      if (chosen) this.last = chosen.id;
      if (!first || chosen) return;
      // No notice if the user has just deleted the open drill.
      if (wanted !== undefined && wanted !== this.last) this.missed.set(wanted);
      this.address.turnTo('drills', [first.id], { replaceUrl: true });
    });
    effect(() => {
      const id = this.chosenId();
      untracked(() => {
        this.picked.set(-1);
        this.pickedAct.set(-1);
        this.compared.set(undefined);
        this.drills.look(id);
      });
    });
    const [host, injector] = [inject<ElementRef<HTMLElement>>(ElementRef).nativeElement, inject(Injector)];
    effect(() => {
      // The one that is looked at may be far down the list.
      if (this.chosenId() !== undefined)
        afterNextRender(() => host.querySelector('nav li.here')?.scrollIntoView({ block: 'nearest' }), { injector });
    });
    inject(DestroyRef).onDestroy(() => {
      this.trial.close();
      this.drills.look(undefined);
    });
    inject(HistoryDesk).follow(
      () => {
        const id = this.chosenId();
        return id === undefined ? undefined : `drills/${id}`;
      },
      ({ key, document, label }) => {
        const { project } = this.projects;
        const then = project && withDocument(project, key, document);
        if (!then) return 'No project is open.';
        const loan = this.drills.under(then, document.id);
        return typeof loan === 'string' ? loan : this.kept.beside('drill', () => this.kept.keepRun(loan, label, then));
      },
    );
    inject(DestroyRef).onDestroy(
      this.actions.offer({
        'drills.play': () => this.playback.togglePlay(),
        'drills.back': () => this.playback.step(-1),
        'drills.forward': () => this.playback.step(1),
        'drills.loop': () => this.playback.set({ loop: !this.playback.current.loop }),
        'drills.keep': () => this.kept.keep(),
        'drills.look': () => this.kept.turnLook(),
        'drills.swap': () => this.kept.swap(),
        'drills.try': () => this.trial.toggle(),
        'drills.film': () => this.film.toggle(),
        'drills.ways': () => this.film.toggleWays(),
      }),
    );
  }

  protected add(): void {
    const project = this.project();
    if (!project) return;
    const made = newDrill(project);
    this.projects.add('add a drill', `drills/${made.id}`, made, this.chosen()?.id);
    this.address.turnTo('drills', [made.id]);
  }

  protected duplicate(drill: Drill): void {
    const copy = copyOfDrill(drill, { drills: this.all() });
    this.projects.add(`duplicate ${drill.label}`, `drills/${copy.id}`, copy, drill.id);
    this.address.turnTo('drills', [copy.id]);
  }

  protected remove(drill: Drill): void {
    const at = this.all().indexOf(drill);
    const next = this.all().at(at + 1) ?? this.all().at(at - 1);
    this.removed.set({ drill, project: this.project()?.id ?? '', behind: at > 0 ? this.all()[at - 1].id : undefined });
    this.projects.remove(`remove ${drill.label}`, [`drills/${drill.id}`]);
    this.address.turnTo('drills', next && next !== drill ? [next.id] : [], { replaceUrl: true });
  }

  protected restore(): void {
    const removed = this.removed();
    if (!removed) return;
    const { drill, behind } = removed;
    this.projects.add(`restore ${drill.label}`, `drills/${drill.id}`, drill, behind);
    this.address.turnTo('drills', [drill.id]);
  }

  protected relabel(box: HTMLInputElement): void {
    const [drill, label] = [this.chosen(), box.value.trim()];
    if (!drill) return;
    if (label === '') box.value = drill.label;
    else this.address.followId('drills', drill.id, this.projects.relabel('drills', drill, label));
  }

  protected set(label: string, part: Partial<Drill>, gesture?: string): void {
    this.drills.edit(label, (drill) => ({ ...drill, ...part }), gesture);
  }

  protected describe(drill: Drill, text: string): void {
    const note = text.trim();
    const { note: _, ...without } = drill;
    if (note !== (drill.note ?? '')) this.drills.edit('sentence', () => (note === '' ? without : { ...drill, note }));
  }

  /** One more event where the playhead is. */
  protected addEvent(drill: Drill, id: string): void {
    const event = this.project()?.events.find((one) => one.id === id);
    if (!event) return;
    const entry = newEntry(drill, event, onGrid(Math.max(0, this.playback.time), drill));
    const script = [...drill.script, entry].sort((a, b) => a.at - b.at);
    this.set(`add ${event.label}`, { script });
    this.pick(script.indexOf(entry));
  }

  /** One more thing that somebody does where the playhead is: whoever is worked on. */
  protected addAct(drill: Drill, what: string): void {
    const [at, event] = [this.pickedAct(), this.picked()];
    const who = (at < 0 ? undefined : drill.acts?.at(at)?.who) ?? (event < 0 ? undefined : drill.script.at(event)?.source);
    const act = newAct(drill, this.project()?.actors ?? [], what as Act['do'], onGrid(Math.max(0, this.playback.time), drill), who);
    if (!act) return;
    const { drill: changed, place } = withAct({ ...drill, acts: [...(drill.acts ?? []), act] }, -1, undefined);
    this.set(`${this.drills.names().of('combatant', act.who)} ${actWords(act, this.drills.names())}`, { acts: changed.acts });
    this.pickAct(place >= 0 ? place : (changed.acts ?? []).indexOf(act));
  }

  protected pick(at: number): void {
    this.picked.set(at);
    if (at < 0) return;
    this.pickedAct.set(-1);
    this.side.set('event');
  }

  protected pickAct(at: number): void {
    this.pickedAct.set(at);
    if (at < 0) return;
    this.picked.set(-1);
    // The map shows what is dragged there.
    if (this.side() !== 'map') this.side.set('event');
  }

  protected round(value: number): number {
    return Math.round(value);
  }

  protected otherSeed(seed: number): void {
    this.compared.set(this.drills.comparedWith(Math.round(seed)) ?? `it goes the same under seed ${Math.round(seed)}`);
  }

  protected lookAtSeed(seed: number): void {
    this.drills.seed.set(Math.round(seed));
  }

  protected key(event: KeyboardEvent): void {
    if (event.altKey || isTyping(event)) return;
    const id = this.keys.actionOf('drills', event);
    if (id === undefined || takesSpace(event)) return;
    event.preventDefault();
    this.actions.run(id);
  }
}
