import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import type { Actor, ActorFrame, Place } from '@undatio/core';
import {
  facingOf,
  moveIdAfterLabel,
  poses,
  reachesAt,
  restingActor,
  shownCell,
  strike,
  tryMove,
  withMoveRenamed,
  type MoveTrial,
  type ShownReach,
} from '@undatio/core/internal';
import { statesOf } from '../project/documentKey';
import { ProjectService } from '../project/projectService';
import { heldPer } from '../shared/heldPer';
import { RulesService } from '../rules/rulesService';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Cell } from './actorFigure';
import type { PoseName } from './actorEdits';
import { mirrored, within, type Move } from './moveEdits';

/** How fast a move is shown. */
export const paces = [1, 0.5, 0.25, 0.1] as const;

/** Owns what is looked at of an actor's moves: which one, on whom it is tried, and the instant that is seen. */
@Injectable()
export class MoveDesk {
  private readonly projects = inject(ProjectService);
  private readonly rules = inject(RulesService);
  private readonly project = toSignal(this.projects.project$);

  readonly actor = signal<Actor | undefined>(undefined);
  readonly moves = computed((): readonly Move[] => this.actor()?.moves ?? []);
  private readonly chosen = heldPer(
    () => this.actor()?.id,
    (): string | undefined => undefined,
  );
  readonly move = computed((): Move | undefined => this.moves().find(({ id }) => id === this.chosen()) ?? this.moves().at(0));
  private readonly held = heldPer(
    () => this.move()?.id,
    () => 0,
  );
  /** Which of its contacts is worked on. */
  readonly contact = computed(() => Math.min(this.held(), (this.move()?.contacts.length ?? 1) - 1));
  readonly facing = computed((): 1 | -1 => {
    const actor = this.actor();
    return actor ? facingOf(actor) : 1;
  });

  private readonly heldKey = heldPer(
    () => this.move()?.id,
    () => 0,
  );
  /** Which of its keys is worked on; -1 of a move without. */
  readonly key = computed(() => Math.min(this.heldKey(), (this.move()?.keys?.length ?? 0) - 1));

  /** Whom it is tried on: the one that the stage's blows fall on, unless another is chosen. */
  readonly practice = linkedSignal<readonly Actor[], string | undefined>({
    source: () => this.project()?.actors ?? [],
    computation: (actors, before) => {
      const kept = actors.find(({ id }) => id === before?.value);
      return (kept ?? actors.find(({ role, id }) => role === 'target' && id !== this.actor()?.id) ?? actors.at(0))?.id;
    },
  });
  readonly practiceActor = computed(() => this.project()?.actors.find(({ id }) => id === this.practice()));
  private readonly put = signal<Place | undefined>(undefined);
  /** Where it stands, about the actor's middle. */
  readonly place = computed((): Place => {
    const put = this.put();
    if (put) return put;
    const { width = 100 } = this.actor() ?? {};
    const { width: other = 100 } = this.practiceActor() ?? {};
    return { x: this.facing() * Math.round(width * 0.5 + other * 0.55), y: 0 };
  });

  /** Seconds since the move began, of the world. */
  readonly time = signal(0);
  readonly playing = signal(false);
  readonly pace = signal<(typeof paces)[number]>(0.5);

  readonly trial = computed((): MoveTrial | undefined => {
    const [plan, actor, other, move] = [this.rules.plan(), this.actor(), this.practiceActor(), this.move()];
    const [own, practice] = [plan?.actors.get(actor?.id ?? ''), plan?.actors.get(other?.id ?? '')];
    const compiled = own?.moves.get(move?.id ?? '');
    if (!plan || !own || !practice || !compiled) return undefined;
    const { x, y } = this.place();
    const facing = this.facing();
    return tryMove(plan, own, compiled, { actor: practice, x, y, facing: facing === 1 ? -1 : 1 }, facing, this.project()?.stopBudget);
  });
  readonly length = computed(() => Math.max(0.1, this.trial()?.length ?? 1));

  /** Where the actor has come to, and how old its move is on its own clock. */
  readonly here = computed((): Place => this.trial()?.histories.place('mover', this.time()) ?? { x: 0, y: 0 });
  readonly age = computed((): number => {
    const trial = this.trial();
    return trial?.histories.acting('mover', this.time())?.age ?? this.time();
  });
  /** All that it reaches, as its actor faces; the blade where it is by now. */
  readonly reaches = computed((): readonly ShownReach[] => {
    const move = this.move();
    return move ? reachesAt(move, this.age(), this.facing()) : [];
  });

  /** Its actor's body by now, as its own sequence and its keys have it. */
  private readonly body = computed((): ActorFrame => {
    const own = this.sequenceBody() ?? restingActor();
    this.trial()?.body.sample(Float64Array.of(this.time()), own);
    return own;
  });

  private readonly sequenceBody = computed((): ActorFrame | undefined => {
    const [plan, sequence] = [this.rules.plan(), this.move()?.sequence];
    const known = sequence !== undefined && this.project()?.sequences.some(({ id }) => id === sequence);
    if (!plan || !known) return undefined;
    try {
      const take = strike(plan.planOf(sequence));
      return take.sample(this.age(), take.createFrame()).source;
    } catch {
      // What is wrong with the sequence is told where it stands.
      return undefined;
    }
  });

  /** The pose that it is in by now, and how far. */
  readonly pose = computed((): { readonly name: PoseName; readonly amount: number } | undefined => {
    const { pose } = this.body();
    const strongest = poses.reduce((most, name) => (pose[name] > pose[most] ? name : most), poses[0]);
    return pose[strongest] > 0 ? { name: strongest as PoseName, amount: pose[strongest] } : undefined;
  });

  /** The cell that it shows in place of its picture and parts, of a clip. */
  readonly cell = computed((): Cell | undefined => {
    const actor = this.actor();
    if (!actor) return undefined;
    const { picture, cell, clip } = shownCell(actor, this.body(), { picture: '', cell: 0 });
    return clip === undefined ? undefined : { picture, cell };
  });

  choose(id: string): void {
    this.chosen.set(id);
    this.time.set(0);
  }

  pickContact(at: number): void {
    this.held.set(at);
  }

  pickKey(at: number): void {
    this.heldKey.set(at);
  }

  putPractice(place: Place): void {
    this.put.set({ x: Math.round(place.x), y: Math.round(place.y) });
  }

  scrub(seconds: number): void {
    this.stop();
    this.time.set(Math.min(this.length(), Math.max(0, seconds)));
  }

  private timer = 0;

  /** Shows it from its beginning to its end, or stops. */
  toggle(): void {
    if (this.playing()) return this.stop();
    this.playing.set(true);
    if (this.time() >= this.length() - 1e-6) this.time.set(0);
    let before = performance.now();
    const step = (now: number): void => {
      const time = this.time() + ((now - before) / 1000) * this.pace();
      before = now;
      this.time.set(Math.min(this.length(), time));
      if (time >= this.length()) this.stop();
      else if (this.playing()) this.timer = requestAnimationFrame(step);
    };
    this.timer = requestAnimationFrame(step);
  }

  stop(): void {
    cancelAnimationFrame(this.timer);
    this.playing.set(false);
  }

  edit(what: string, change: (move: Move) => Move, gesture?: string): void {
    const [actor, move] = [this.actor(), this.move()];
    if (!actor || !move) return;
    this.editActor(
      `${what} of ${move.label ?? move.id}`,
      (before) => ({ ...before, moves: (before.moves ?? []).map((one) => (one.id === move.id ? within(change(one)) : one)) }),
      gesture,
    );
  }

  /** Renames a move. Its id and everything that refers to it change too, unless a game uses the ids. */
  rename(move: Move, label: string): void {
    const [actor, { project }] = [this.actor(), this.projects];
    if (!actor || !project) return;
    const to = moveIdAfterLabel(project, actor, move.id, label);
    const changed = statesOf(withMoveRenamed(project, actor, move.id, to, label));
    this.projects.change(`${actor.label}: rename ${move.label ?? move.id}`, changed);
    if (this.move()?.id === move.id || this.chosen() === move.id) this.chosen.set(to);
  }

  editActor(what: string, change: (actor: Actor) => Actor, gesture?: string): void {
    const actor = this.actor();
    if (actor) this.projects.editDocument(`actors/${actor.id}`, `${actor.label}: ${what}`, (before) => change(before as Actor), gesture);
  }

  /** A place of the paper as for an actor that faces right. */
  ahead(place: Place): Place {
    return mirrored(place, this.facing());
  }
}
