import { inject, Injectable, signal } from '@angular/core';
import { freeId } from '@undatio/core/internal';
import type { Drill, Payload } from '@undatio/core';
import { PlaybackService, type Raised } from '../playback/playbackService';
import { StrikeService } from '../playback/strikeService';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { newDrill, type DrillActor, type Entry } from './drillEdits';

/** Seconds that a recorded drill begins before its first strike, and goes on after its last. */
const lead = 0.5;
const tail = 2.5;

interface Struck {
  /** Seconds on the page's clock. */
  readonly at: number;
  readonly event: string;
  readonly payload: Payload;
  readonly raised: Raised | undefined;
}

/** Makes a drill of strikes: each at the instant at which it was struck, with its payload. */
@Injectable({ providedIn: 'root' })
export class DrillRecorder {
  private readonly projects = inject(ProjectService);
  private readonly strikes = inject(StrikeService);
  private readonly address = inject(ScreenAddress);
  private readonly recording = signal(false);
  private readonly struck = signal<readonly Struck[]>([]);

  readonly on = this.recording.asReadonly();
  readonly count = (): number => this.struck().length;

  constructor() {
    inject(PlaybackService).struck$.subscribe((raised) => this.take(raised));
  }

  toggle(): void {
    if (this.recording()) this.stop();
    else {
      this.struck.set([]);
      this.recording.set(true);
    }
  }

  private take(raised: Raised | undefined): void {
    const { project } = this.projects;
    // What is on the stage on loan is no strike.
    if (!this.recording() || !project || (!raised && this.strikes.isLent)) return;
    const { sequence, payload } = this.strikes.current;
    const id = raised?.event ?? project.sequences.find((one) => one.id === sequence)?.event;
    const event = project.events.find((one) => one.id === id);
    if (!event) return;
    const given = Object.entries(raised?.payload ?? payload).filter(([name]) => event.fields.some((field) => field.name === name));
    const strike = { event: event.id, payload: Object.fromEntries(given), raised };
    this.struck.set([...this.struck(), { at: performance.now() / 1000, ...strike }]);
  }

  /** What was struck becomes a drill, which is looked at. */
  private stop(): void {
    const { project } = this.projects;
    const struck = this.struck();
    this.recording.set(false);
    if (!project || struck.length === 0) return;
    const base = newDrill(project);
    const [source, target] = base.actors;
    const from = struck[0].at - lead;
    const actors: DrillActor[] = [];
    /** Who is like somebody, where it stands: the same one however often it takes part. */
    const idOf = (who: DrillActor | undefined): string | undefined => {
      if (!who) return undefined;
      const known = actors.find(({ actor, place }) => actor === who.actor && place.x === who.place.x && place.y === who.place.y);
      if (known) return known.id;
      const id = freeId(who.actor, new Set(actors.map((one) => one.id)), 'actor');
      actors.push({ ...who, id });
      return id;
    };
    const script = struck.map(({ at, event, payload, raised }): Entry => {
      const [by, on] = raised ? [idOf(raised.source), idOf(raised.target)] : [idOf(source), idOf(target)];
      return {
        at: Number((at - from).toFixed(2)),
        event,
        payload,
        ...(by !== undefined && { source: by }),
        ...(on !== undefined && { target: on }),
      };
    });
    const drill: Drill = {
      ...base,
      id: freeId('recorded', new Set(project.drills.map(({ id }) => id)), 'drill'),
      label: 'Recorded',
      actors,
      length: Number(((script.at(-1)?.at ?? 0) + tail).toFixed(1)),
      script,
    };
    this.projects.add('record a drill', `drills/${drill.id}`, drill);
    this.address.turnTo('drills', [drill.id]);
  }
}
