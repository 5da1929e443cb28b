import { statesOf } from '../project/documentKey';
import { facingOf, rulesWithoutActor } from '@undatio/core/internal';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, viewChild, type ElementRef } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Actor, Place } from '@undatio/core';
import { HistoryDesk } from '../history/historyDesk';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { Choice, type Option } from '../shared/choice';
import { RadioKeys } from '../shared/radioKeys';
import { ScrubNumber, type NumberChange } from '../shared/scrubNumber';
import { StageSetUps } from '../stage/stageSetUps';
import {
  copyOf,
  newActor,
  partMoved,
  posed,
  poseNames,
  resized,
  actorRoles,
  roleWords,
  spotPlace,
  spotsOf,
  whole,
  wholeTransform,
  withNewPart,
  withoutPart,
  withPivot,
  withPlace,
  withPosed,
  asWorn,
  withSpot,
  type PartPose,
  type Picture,
  type PoseName,
} from './actorEdits';
import { ActorBody } from './actorBody';
import { ActorClips } from './actorClips';
import { ActorFight } from './actorFight';
import { ActorFigure, type Cell } from './actorFigure';
import { ActorMoves } from './actorMoves';
import { ActorStage } from './actorStage';
import { ActorZones } from './actorZones';
import { Handle, type HandleMove } from '../shared/handle';
import { MoveDesk } from './moveDesk';
import { MovePaper } from './movePaper';
import { MoveStrip } from './moveStrip';
import { standingOn, type Standing } from './setUpEdits';
import { StagePaper } from './stagePaper';

/** What is looked at of an actor. */
const views = ['body', 'parts', 'poses', 'clips', 'moves', 'fight', 'stage'] as const;
type View = (typeof views)[number];

/** px of the screen around what is drawn. */
const margin = 44;

/** The project's actors: one large, in its size, spots, parts and poses, and where all of them stand on the stage. */
@Component({
  selector: 'und-actors-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ActorBody,
    ActorClips,
    ActorFight,
    ActorFigure,
    ActorMoves,
    ActorStage,
    ActorZones,
    Choice,
    Handle,
    MovePaper,
    MoveStrip,
    RadioKeys,
    RouterLink,
    ScrubNumber,
    StagePaper,
  ],
  providers: [MoveDesk],
  templateUrl: './actorsPage.html',
  styleUrl: './actorsPage.scss',
})
export class ActorsPage {
  /** From the address: an actor. */
  readonly actor = input<string>();

  private readonly projects = inject(ProjectService);
  protected readonly address = inject(ScreenAddress);
  protected readonly project = toSignal(this.projects.project$);
  protected readonly actors = computed(() => this.project()?.actors ?? []);
  protected readonly chosen = computed(() => this.actors().find(({ id }) => id === this.actor()));
  protected readonly pictures = computed(() =>
    (this.project()?.assets ?? []).filter((asset): asset is Picture => asset.type === 'picture'),
  );
  /** Pictures that are of no actor yet come first: a part is nearly always one of those. */
  protected readonly freePictures = computed(() => {
    const taken = new Set(this.actors().flatMap(({ picture, parts }) => [picture, ...parts.map((part) => part.picture)]));
    const free = this.pictures().filter(({ id }) => !taken.has(id));
    return [...free, ...this.pictures().filter((one) => !free.includes(one))].map(({ id, label }): Option => ({ value: id, label }));
  });

  /** The actor as it was, drawn behind as it is now. */
  protected readonly ghost = signal<Actor | undefined>(undefined);
  protected readonly views = views;
  /** Share of health at which an actor is shown among its looks. */
  protected readonly worn = signal(1);
  protected readonly view = signal<View>('body');
  protected readonly axes = ['x', 'y'] as const;
  /** What a pose does to a part, with the most that it may. */
  protected readonly posedNumbers = [
    { name: 'turn', word: 'turned', label: 'Turn', unit: '°', most: 360 },
    { name: 'x', word: 'forward', label: 'Forward', unit: 'px', most: 1000 },
    { name: 'y', word: 'down', label: 'Down', unit: 'px', most: 1000 },
  ] as const;
  protected readonly spotsOf = spotsOf;
  protected readonly spot = signal('front');
  protected readonly poseNames = poseNames;
  protected readonly pose = signal<PoseName>('hurt');
  /** How far the body is in the pose that is looked at. */
  protected readonly amount = signal(1);
  protected readonly roleOptions = actorRoles.map((role): Option => ({ value: role, label: roleWords[role] }));
  private readonly part = signal<string | undefined>(undefined);
  /** The part that is worked on: one that is there. */
  protected readonly chosenPart = computed(() => {
    const parts = this.chosen()?.parts ?? [];
    const part = this.part();
    return part === whole || parts.some(({ id }) => id === part) ? part : parts.length > 0 ? parts[parts.length - 1].id : whole;
  });
  protected readonly partsFromFront = computed(() => [...(this.chosen()?.parts ?? [])].reverse());
  protected readonly whole = whole;
  protected readonly adding = signal(false);
  private readonly onStage = toSignal(inject(StageSetUps).onStage$);
  /** The stage that is looked at, who stands on it, and whom of them is worked on. */
  protected readonly setUp = computed(() => this.onStage()?.setUp);
  protected readonly standing = computed(() => standingOn(this.actors(), this.setUp()));
  private readonly body = signal<number | undefined>(undefined);
  protected readonly here = computed(() => {
    const named = (one: Standing): boolean => (this.setUp()?.bodies?.[one.at ?? -1]?.actor ?? one.actor.id) === this.actor();
    const all = this.standing();
    return all.find((one) => one.at === this.body() && named(one)) ?? all.find(named);
  });
  /** The cell of a clip that is played. */
  protected readonly played = signal<Cell | undefined>(undefined);

  /** The paper's size on the screen. */
  private readonly paper = viewChild<ElementRef<SVGSVGElement>>('paper');
  private readonly size = signal({ width: 600, height: 500 });

  private readonly desk = inject(MoveDesk);

  private readonly box = computed(() => {
    if (this.view() === 'stage') return this.stageBox();
    return this.view() === 'moves' ? moveBox(this.desk) : this.view() === 'fight' ? zoneBox(this.chosen()) : bodyBox(this.chosen());
  });
  /** What is seen while something is dragged: the paper does not move under the pointer. */
  private readonly held = signal<Box | undefined>(undefined);
  /** The rectangle that is seen, and px of it for one of the screen. */
  protected readonly sheet = computed(() => {
    const { width, height } = this.size();
    const box = this.held() ?? this.box();
    const unit = Math.max(box.width / (width - 2 * margin), box.height / (height - 2 * margin));
    const [wide, high] = [width * unit, height * unit];
    const x = box.x + box.width / 2 - wide / 2;
    const y = box.y + box.height / 2 - high / 2;
    return { unit, x, y, box, viewBox: `${x} ${y} ${wide} ${high}` };
  });

  constructor() {
    inject(HistoryDesk).follow(
      () => {
        const id = this.chosen()?.id;
        return id === undefined ? undefined : `actors/${id}`;
      },
      ({ document }) => {
        this.ghost.set(document as Actor);
        return { away: () => this.ghost.set(undefined), stays: false };
      },
    );
    effect(() => this.desk.actor.set(this.chosen()));
    effect(() => {
      const [first] = this.actors();
      if (first && !this.chosen()) this.address.turnTo('actors', [first.id], { replaceUrl: true });
    });
    effect((onCleanup) => {
      const paper = this.paper()?.nativeElement;
      if (!paper) return;
      const observer = new ResizeObserver(([{ contentRect }]) => this.size.set({ width: contentRect.width, height: contentRect.height }));
      observer.observe(paper);
      onCleanup(() => observer.disconnect());
    });
  }

  protected hold(isHeld: boolean): void {
    this.held.set(isHeld ? this.box() : undefined);
  }

  protected add(picture: string): void {
    const project = this.project();
    const found = this.pictures().find(({ id }) => id === picture);
    if (!project || !found) return;
    const actor = newActor(project, found);
    this.adding.set(false);
    this.projects.add(`add ${actor.label}`, `actors/${actor.id}`, actor, this.chosen()?.id);
    this.address.turnTo('actors', [actor.id]);
  }

  protected duplicate(actor: Actor): void {
    const project = this.project();
    if (!project) return;
    const copy = copyOf(actor, project);
    this.projects.add(`duplicate ${actor.label}`, `actors/${copy.id}`, copy, actor.id);
    this.address.turnTo('actors', [copy.id]);
  }

  protected remove(actor: Actor): void {
    const at = this.actors().indexOf(actor);
    const next = this.actors()[at + 1] ?? this.actors()[at - 1];
    const project = this.project();
    this.projects.remove(`remove ${actor.label}`, [`actors/${actor.id}`], project ? statesOf(rulesWithoutActor(project, actor.id)) : []);
    this.address.turnTo('actors', next ? [next.id] : [], { replaceUrl: true });
  }

  protected relabel(actor: Actor, box: HTMLInputElement): void {
    const label = box.value.trim();
    if (label === '') box.value = actor.label;
    else this.address.followId('actors', actor.id, this.projects.relabel('actors', actor, label));
  }

  protected setRole(actor: Actor, role: string): void {
    this.edit(actor, `${actor.label}: ${role}`, (before) => ({ ...before, role: role as Actor['role'] }));
  }

  /** The corner keeps the picture's proportions. */
  protected dragSize(actor: Actor, { to, gesture }: HandleMove): void {
    const share = Math.max(to.x / (actor.width / 2), to.y / (actor.height / 2), 0.01);
    this.edit(actor, `${actor.label}: size`, (before) => resized(before, actor.width * share, actor.height * share), gesture);
  }

  protected place(actor: Actor, spot: string): Place {
    return spotPlace(actor, spot);
  }

  protected moveSpot(actor: Actor, spot: string, { to, gesture }: HandleMove): void {
    this.edit(actor, `${actor.label}: ${spot}`, (before) => withSpot(before, spot, to), gesture);
  }

  protected resetSpot(actor: Actor, spot: string): void {
    this.edit(actor, `${actor.label}: ${spot} on its edge`, (before) => withSpot(before, spot, undefined));
  }

  protected pickPart(part: string): void {
    this.part.set(part);
  }

  protected addPart(actor: Actor, picture: string): void {
    const found = this.pictures().find(({ id }) => id === picture);
    if (!found) return;
    this.edit(actor, `${actor.label}: add ${found.label}`, (before) => withNewPart(before, found));
    this.part.set(this.chosen()?.parts.at(-1)?.id);
  }

  protected removePart(actor: Actor, part: string): void {
    this.edit(actor, `${actor.label}: remove ${part}`, (before) => withoutPart(before, part));
  }

  protected shiftPart(actor: Actor, part: string, step: 1 | -1): void {
    this.edit(actor, `${actor.label}: ${part} ${step > 0 ? 'forward' : 'back'}`, (before) => partMoved(before, part, step));
  }

  protected movePivot(actor: Actor, part: string, { to, gesture }: HandleMove): void {
    this.edit(actor, `${actor.label}: pivot of ${part}`, (before) => withPivot(before, part, to), gesture);
  }

  /** What a part does in the pose that is looked at. */
  protected posedPart(actor: Actor): PartPose {
    return posed(actor, this.pose(), this.chosenPart() ?? whole);
  }

  protected setPosed(actor: Actor, name: keyof PartPose, { value, gesture }: NumberChange): void {
    this.changePosed(actor, { [name]: value }, gesture);
  }

  private changePosed(actor: Actor, change: Partial<PartPose>, gesture: string): void {
    const [pose, part] = [this.pose(), this.chosenPart() ?? whole];
    this.edit(actor, `${actor.label}, ${pose}: ${part}`, (before) => withPosed(before, pose, part, change), gesture);
  }

  /** Where the chosen part's pivot has come to in the pose, and the end of the arm that turns it. */
  protected arm(actor: Actor): { readonly pivot: Place; readonly end: Place } {
    const part = actor.parts.find(({ id }) => id === this.chosenPart());
    const rest = part?.pivot ?? { x: 0, y: actor.height / 2 };
    const { turn, x, y } = this.posedPart(actor);
    const facing = facingOf(actor);
    const pivot = { x: rest.x + x * facing, y: rest.y + y };
    const length = Math.max(30 * this.sheet().unit, actor.height * 0.35);
    const radians = (turn * facing * Math.PI) / 180;
    return { pivot, end: { x: pivot.x + Math.sin(radians) * length, y: pivot.y - Math.cos(radians) * length } };
  }

  protected dragPosed(actor: Actor, { to, gesture }: HandleMove): void {
    const part = actor.parts.find(({ id }) => id === this.chosenPart());
    const rest = part?.pivot ?? { x: 0, y: actor.height / 2 };
    this.changePosed(actor, { x: (to.x - rest.x) * facingOf(actor), y: to.y - rest.y }, gesture);
  }

  protected turnPosed(actor: Actor, { to, gesture }: HandleMove): void {
    const { pivot } = this.arm(actor);
    const before = this.posedPart(actor).turn;
    const turned = ((Math.atan2(to.x - pivot.x, pivot.y - to.y) * 180) / Math.PI) * facingOf(actor);
    // Past half a turn it goes on turning instead of leaping back.
    this.changePosed(actor, { turn: turned + 360 * Math.round((before - turned) / 360) }, gesture);
  }

  protected restPosed(actor: Actor): void {
    this.changePosed(actor, { turn: 0, x: 0, y: 0 }, 'rest');
  }

  /** What handles of parts hang on: the whole body as it is posed. */
  protected asWorn(actor: Actor): Actor {
    return asWorn(actor, this.worn());
  }

  protected wholeAt(actor: Actor): string {
    return this.chosenPart() === whole ? '' : wholeTransform(actor, this.pose(), 1);
  }

  protected standsAt(actor: Actor): Place {
    return standingOn(this.actors(), undefined).find((one) => one.actor.id === actor.id)?.place ?? { x: 0, y: 0 };
  }

  protected pickStanding(one: Standing): void {
    this.body.set(one.at);
    const id = this.setUp()?.bodies?.[one.at ?? -1]?.actor ?? one.actor.id;
    this.address.turnTo('actors', [id]);
  }

  protected setPlace(actor: Actor, axis: 'x' | 'y', { value, gesture }: NumberChange): void {
    const place = { ...this.standsAt(actor), [axis]: value };
    this.edit(actor, `${actor.label}: place`, (before) => withPlace(before, place), gesture);
  }

  /** What a small picture of an actor shows: all of it, in a square. */
  protected thumb({ width, height }: Actor): string {
    const side = Math.max(width, height);
    return `${-side / 2} ${-side / 2} ${side} ${side}`;
  }

  protected roleWord(actor: Actor): string {
    return roleWords[actor.role];
  }

  /** What the stage shows: the game's view about the contact point, and whoever stands outside it. */
  private stageBox(): Box {
    const { viewWidth = 960, viewHeight = 540 } = this.project()?.conventions ?? {};
    const reach = this.standing().map(({ actor, place: { x, y } }) => {
      return { left: x - actor.width / 2, right: x + actor.width / 2, top: y - actor.height / 2, bottom: y + actor.height / 2 };
    });
    const left = Math.min(-viewWidth / 2, ...reach.map((one) => one.left));
    const right = Math.max(viewWidth / 2, ...reach.map((one) => one.right));
    const top = Math.min(-viewHeight / 2, ...reach.map((one) => one.top));
    const bottom = Math.max(viewHeight / 2, ...reach.map((one) => one.bottom));
    return { x: left, y: top, width: right - left, height: bottom - top };
  }

  private edit(actor: Actor, label: string, change: (actor: Actor) => Actor, gesture?: string): void {
    this.projects.editDocument(`actors/${actor.id}`, label, (before) => change(before as Actor), gesture);
  }
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A body with all that its move reaches, and whom it is tried on. */
function moveBox(desk: MoveDesk): Box {
  const [actor, other, place] = [desk.actor(), desk.practiceActor(), desk.place()];
  const reach = Math.max(0, ...(desk.move()?.contacts ?? []).map((contact) => contact.reach.length));
  const half = { x: Math.max((actor?.width ?? 100) * 0.6, reach), y: Math.max((actor?.height ?? 100) * 0.6, reach) };
  const [wide, high] = [(other?.width ?? 0) * 0.55, (other?.height ?? 0) * 0.55];
  const lunge = Math.abs(desk.move()?.lunge?.distance ?? 0);
  const left = Math.min(-half.x - lunge, place.x - wide);
  const right = Math.max(half.x + lunge, place.x + wide);
  const top = Math.min(-half.y, place.y - high);
  const bottom = Math.max(half.y, place.y + high);
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** A body with its zones. */
function zoneBox(actor: Actor | undefined): Box {
  const { x, y, width, height } = bodyBox(actor);
  const half = (actor?.zones ?? []).map(({ shape }) =>
    shape.shape === 'disc' ? { x: shape.length, y: shape.length } : { x: shape.width / 2, y: shape.height / 2 },
  );
  const [wide, high] = [Math.max(width / 2, ...half.map((one) => one.x)), Math.max(height / 2, ...half.map((one) => one.y))];
  return half.length === 0 ? { x, y, width, height } : { x: -wide, y: -high, width: wide * 2, height: high * 2 };
}

/** A body with room for the poses to move its parts. */
function bodyBox(actor: Actor | undefined): Box {
  const { width = 100, height = 100 } = actor ?? {};
  return { x: -width * 0.75, y: -height * 0.75, width: width * 1.5, height: height * 1.5 };
}
