import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Project, Sequence } from '@undatio/core';
import { changedDocuments, DrillTake, withLaneOf, withPartOf, type ChangedDocument, type DocumentPart } from '@undatio/core/internal';
import { combineLatest, distinctUntilChanged, filter, map, shareReplay } from 'rxjs';
import type { DocumentState, EditableDocument } from '../project/documentKey';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { StageSetUps, type OnStage } from '../stage/stageSetUps';
import type { ShownFrames } from './frameService';
import { PlaybackService } from './playbackService';
import { loanTake, type OnLoan } from './stageLoan';
import { sampler, type Run, type StageTake, type StrikeSettings } from './stageTake';
import { Striker } from './striker';
import { StrikeService } from './strikeService';

/** A take that was put aside: what was struck, with what, and who stood there. All of it stays as it was. */
export interface Kept {
  readonly label: string;
  readonly sequence: Sequence;
  readonly settings: StrikeSettings;
  readonly on: OnStage;
  readonly stage: StageTake;
  /** All documents as they were. */
  readonly project: Project;
}

/** How the kept take is looked at: beside the present one, behind a wiper, in turn with it, or on the lanes alone. */
export const keptLooks = ['beside', 'wiper', 'in turn', 'lanes only'] as const;
export type KeptLook = (typeof keptLooks)[number];
/** How often a second the two change places when they are looked at in turn. */
export const turnRates = [1, 2, 4] as const;

/** What is shown beside the present one, until it is put away. */
export interface Looked {
  away(): void;
  /** Whether it can stay when whoever looked has done. */
  readonly stays: boolean;
}

type What = 'drill' | 'moment' | 'sequence';

/** Owns what is kept to compare against: one take of a sequence, one of a drill, and one of what comes of a moment. */
@Injectable({ providedIn: 'root' })
export class KeptService {
  private readonly strikes = inject(StrikeService);
  private readonly stages = inject(StageSetUps);
  private readonly projects = inject(ProjectService);
  private readonly playback = inject(PlaybackService);
  private readonly address = inject(ScreenAddress);
  private readonly striker = new Striker();
  private readonly stage = toSignal(this.strikes.stage$);
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  private readonly onStage = toSignal(this.stages.onStage$);
  private readonly project = toSignal(this.projects.project$);
  private readonly all = signal<Partial<Record<What, Kept>>>({});

  /** What is on the stage: what is kept of others is not shown. */
  readonly what = computed((): What => this.stage()?.lent?.what ?? 'sequence');
  private readonly chosenLook = signal<KeptLook>('beside');
  /** The ways of looking that there are: the lanes of a drill show no channels. */
  readonly looks = computed(() => keptLooks.filter((look) => look !== 'lanes only' || this.what() === 'sequence'));
  readonly look = computed((): KeptLook => (this.looks().includes(this.chosenLook()) ? this.chosenLook() : 'beside'));
  /** Where the wiper stands, as a share of the stage’s width from the left; the kept take lies to its left. */
  readonly wipe = signal(0.5);
  readonly turnRate = signal<(typeof turnRates)[number]>(2);
  /** Whether what is kept is struck with the present payload, seed and listener instead of its own. */
  readonly alike = signal(false);

  /** What the present take is compared with; undefined while nothing is. */
  readonly kept = computed(() => this.all()[this.what()]);
  /** What is kept as it is struck now. */
  readonly shown = computed((): StageTake | undefined => {
    const kept = this.kept();
    if (!kept || !this.alike() || this.what() !== 'sequence') return kept?.stage;
    const { sequence, on } = kept;
    return this.striker.strike(on.project, { ...this.settings(), sequence: sequence.id, solo: kept.settings.solo }, sequence);
  });
  private readonly run = computed(() => this.shown()?.run);

  /** Emits the kept take at the playhead, for the stage. */
  readonly frames: ShownFrames;

  /** Whether the table of what differs is open. */
  readonly table = signal(false);

  constructor() {
    let [sampled, sample]: [Run | undefined, ReturnType<typeof sampler> | undefined] = [undefined, undefined];
    // What is kept is seen to its end, too.
    effect(() => this.playback.accompany(this, [this.run() ?? []].flat()));
    const run$ = toObservable(this.run).pipe(
      filter((run) => run !== undefined),
      distinctUntilChanged(),
    );
    this.frames = combineLatest([run$, this.playback.playhead$]).pipe(
      map(([run, t]) => {
        if (run !== sampled || !sample) sample = sampler(run);
        sampled = run;
        return { frame: sample(t) };
      }),
      shareReplay({ bufferSize: 1, refCount: true }),
    );
  }

  /** Puts aside what is on the stage now. */
  keep(label?: string): void {
    const now = this.now(label);
    if (now) this.hold(this.what(), now);
  }

  /** Puts aside another state than what is on the stage: struck as the present one is, but for what `part` says. */
  keepState(sequence: Sequence, label: string, part: Partial<Pick<StrikeSettings, 'payload' | 'seed'>> = {}): void {
    const [on, project] = [this.onStage(), this.project()];
    if (!on || !project) return;
    const settings = { ...this.settings(), ...part, sequence: sequence.id };
    this.hold('sequence', { label, sequence, settings, on, project, stage: this.striker.strike(on.project, settings, sequence) });
  }

  /** Puts aside a run that is not on the stage: a drill or a moment as another state of the project lets it go. */
  keepRun(loan: OnLoan, label: string, project: Project): void {
    const stage = loanTake(loan);
    const setUp = project.stages?.find(({ id }) => id === loan.stage);
    const on: OnStage = { project: { ...project, actors: [...loan.bodies] }, setUp };
    this.hold(loan.what, { label, sequence: stage.sequence, settings: this.settings(), on, project, stage });
  }

  private hold(what: What, kept: Kept | undefined): void {
    this.all.update((all) => ({ ...all, [what]: kept }));
  }

  private now(label?: string): Kept | undefined {
    const [stage, on, project] = [this.stage(), this.onStage(), this.project()];
    if (!stage?.run || !on || !project) return undefined;
    const settings = this.settings();
    const { sequence } = stage;
    return { label: label ?? labelOf(stage, settings), sequence, settings, on, stage, project };
  }

  /** Looks at something else beside the present one: `put` keeps it. What it returns puts back what was kept before. */
  beside(what: What, put: () => void): Looked {
    const before = this.all()[what];
    put();
    return { away: () => this.putBack(what, before), stays: true };
  }

  /** Puts back what was kept before something else was looked at; nothing, where nothing was. */
  private putBack(what: What, kept: Kept | undefined): void {
    this.hold(what, kept);
    if (!kept) this.table.set(false);
  }

  drop(): void {
    this.table.set(false);
    this.hold(this.what(), undefined);
  }

  /** What of the documents that a drill or a moment hangs on is not as it was kept, its own drill before all others. */
  readonly changed = computed((): readonly ChangedDocument[] => {
    const [kept, now, project] = [this.kept(), this.stage(), this.project()];
    const runs = [kept?.stage.run, now?.run].flatMap((run) => (run instanceof DrillTake ? [run.run] : []));
    if (!kept || !project || runs.length < 2) return [];
    const [before, after] = [kept.stage.lent?.drill, now?.lent?.drill];
    const own: ChangedDocument[] =
      before && after && before.id === after.id && before !== after
        ? [{ collection: 'drills', id: after.id, label: after.label, before, after }]
        : [];
    return [...own, ...changedDocuments(runs, kept.project, project)];
  });

  /** Takes one part of a document over from what is kept: a rung, a move, or all of it where `part` is not said. */
  adoptPart({ collection, id, label, before }: ChangedDocument, part?: DocumentPart & { readonly name: string }): void {
    const key = `${collection}/${id}` as const;
    const present = this.projects.read(key);
    if (part && before && present)
      this.projects.editDocument(key, `adopt ${part.name} of ${label} from the kept run`, (now) =>
        withPartOf(now, before as typeof now, part),
      );
    else this.projects.change(`adopt ${label} from the kept run`, [[key, before as EditableDocument | undefined]]);
  }

  /** Takes one lane over from what is kept: as it is there, or away where it is not. */
  adopt(effect: string): void {
    const [kept, now] = [this.kept(), this.stage()?.sequence];
    if (!kept || !now) return;
    const { label } = kept.sequence.effects.find(({ id }) => id === effect) ?? {};
    this.projects.edit(now.id, `adopt ${label ?? effect} from the kept take`, (sequence) => withLaneOf(sequence, kept.sequence, effect));
  }

  /** The next way of looking at both. */
  turnLook(): void {
    const looks = this.looks();
    this.setLook(looks[(looks.indexOf(this.look()) + 1) % looks.length]);
  }

  setLook(look: KeptLook): void {
    this.chosenLook.set(look);
  }

  /**
   * Puts the kept take in the place of the present one, and keeps that. Its document becomes the sequence’s, as one step to
   * undo; one that is gone is there again, whether or not it can still be struck.
   */
  swap(): void {
    const kept = this.kept();
    const now = this.now();
    if (!kept) return;
    if (this.what() !== 'sequence') return this.swapRun(kept, now);
    const { sequence, settings, on } = kept;
    const present = this.projects.sequence(sequence.id);
    if (!present) this.projects.add(`bring back ${sequence.label}`, `sequences/${sequence.id}`, sequence);
    else if (present !== sequence) this.projects.edit(sequence.id, 'swap with the kept take', () => sequence);
    if (on.setUp && on.setUp.id !== this.onStage()?.setUp?.id) this.stages.choose(on.setUp.id);
    this.strikes.take(settings);
    // A present one that cannot be struck is nothing to compare with.
    if (now) this.hold('sequence', now);
    this.address.turnTo('tune', [sequence.id]);
  }

  /** Puts all that a kept run hangs on back as it was, as one step to undo, and keeps how it went until now. */
  private swapRun({ stage }: Kept, now: Kept | undefined): void {
    const states = this.changed().map(({ collection, id, before }): DocumentState => [
      `${collection}/${id}`,
      before as EditableDocument | undefined,
    ]);
    const drill = stage.lent?.drill;
    if (drill && !this.project()?.drills.some(({ id }) => id === drill.id)) states.push([`drills/${drill.id}`, drill]);
    if (states.length > 0) this.projects.change('swap with the kept run', states);
    if (now) this.hold(this.what(), now);
    if (drill) this.address.turnTo('drills', [drill.id]);
  }

  /** What of the kept take is not in the project any more, in words; nothing while all of it is. */
  readonly gone = computed((): string | undefined => {
    const [kept, project] = [this.kept(), this.project()];
    if (!kept || !project) return undefined;
    const { sequence, stage, on } = kept;
    const drill = stage.lent?.drill;
    const missing = [
      ...(stage.lent || project.sequences.some(({ id }) => id === sequence.id) ? [] : [`its sequence “${sequence.label}”`]),
      ...(stage.lent || project.events.some(({ id }) => id === sequence.event)
        ? []
        : [`its event “${stage.event?.label ?? sequence.event}”`]),
      ...(!drill || project.drills.some(({ id }) => id === drill.id) ? [] : [`its drill “${drill.label}”`]),
      ...soundsOf(stage).flatMap((clip) => (project.assets.some(({ id }) => id === clip) ? [] : [`its sound “${clip}”`])),
      ...(on.setUp && !project.stages?.some(({ id }) => id === on.setUp?.id) ? [`its stage “${on.setUp.label}”`] : []),
    ];
    return missing.length > 0 ? `${missing.join(', ')} ${missing.length > 1 ? 'are' : 'is'} not in the project any more` : undefined;
  });
}

function soundsOf({ take }: StageTake): string[] {
  return [...new Set((take?.sounds ?? []).map(({ clip }) => clip))];
}

/** What a take is told by: its sequence or its drill, and its seed. */
function labelOf({ sequence, run }: StageTake, { seed }: StrikeSettings): string {
  return `${sequence.label}, seed ${run instanceof DrillTake ? run.run.seed : seed}`;
}
