import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Actor, Project } from '@undatio/core';
import {
  drawnFor,
  drawnWords,
  freeId,
  namesOfCopy,
  isAsDrawn,
  keyLimits,
  moveLength,
  poses,
  type DrawnReach,
  type Reach,
} from '@undatio/core/internal';
import { newDrill } from '../drills/drillEdits';
import { ProjectService } from '../project/projectService';
import { ScreenAddress } from '../project/screenAddress';
import { AddMenu } from '../shared/addMenu';
import { EaseEditor } from '../shared/easeEditor';
import { RadioKeys } from '../shared/radioKeys';
import { ScrubNumber, type NumberChange } from '../shared/scrubNumber';
import { PayloadFieldControl, type PayloadChange } from '../tune/pad/payloadFieldControl';
import { MoveDesk } from './moveDesk';
import {
  keyWords,
  newMove,
  reshaped,
  shapeWords,
  shapes,
  tidySeconds,
  withContact,
  withKey,
  withNewContact,
  withNewKey,
  without,
  type Contact,
  type Move,
  type MoveKey,
} from './moveEdits';

/** The numbers of an actor's moves: each with its contacts, what these reach and raise, and what came of trying it. */
@Component({
  selector: 'und-actor-moves',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddMenu, EaseEditor, PayloadFieldControl, RadioKeys, ScrubNumber],
  templateUrl: './actorMoves.html',
  styleUrls: ['./actorBody.scss', './actorMoves.scss'],
})
export class ActorMoves {
  readonly actor = input.required<Actor>();
  readonly project = input.required<Project>();

  protected readonly desk = inject(MoveDesk);
  private readonly projects = inject(ProjectService);
  private readonly address = inject(ScreenAddress);
  protected readonly shapes = shapes;
  protected readonly shapeWords = shapeWords;
  protected readonly contact = computed(() => this.desk.move()?.contacts.at(this.desk.contact()));
  /** Fields of what a contact raises that a person says: directions are those of the blow. */
  protected readonly fields = computed(
    () =>
      this.project()
        .events.find(({ id }) => id === this.contact()?.event)
        ?.fields.filter(({ type }) => type !== 'direction') ?? [],
  );
  protected readonly times = [
    { name: 'windUp', words: 'wind-up', label: 'Wind-up' },
    { name: 'recovery', words: 'recovery', label: 'Recovery' },
  ] as const;
  protected readonly spans = [
    { name: 'after', words: 'begins after', label: 'Seconds after the wind-up' },
    { name: 'live', words: 'reaches for', label: 'Seconds for which it reaches' },
  ] as const;
  protected readonly lengths = {
    length: { unit: 'px', most: 4000 },
    width: { unit: 'px', most: 4000 },
    from: { unit: '°', most: 720 },
    to: { unit: '°', most: 720 },
    angle: { unit: '°', most: 720 },
  } as const;
  /** Numbers of the reach that is worked on, by their names in documents. */
  protected readonly numbers = computed(() => {
    const reach = this.contact()?.reach;
    if (!reach) return [];
    return Object.entries(reach).flatMap(([name, value]) => {
      if (typeof value !== 'number') return [];
      const { unit, most } = this.lengths[name as keyof typeof this.lengths];
      return [{ name, value, unit, max: most, min: unit === 'px' ? 0 : -most }];
    });
  });
  protected readonly into = computed(() => {
    const move = this.desk.move();
    const taken = new Set([move?.id, ...(move?.into ?? []).map((one) => one.move)]);
    return this.desk.moves().flatMap(({ id, label = id }) => (taken.has(id) ? [] : [{ value: id, label }]));
  });

  /** What came of trying it: each contact with when, how far away and at what angle, or by how much it passed. */
  protected readonly readings = computed((): string[] => {
    const [trial, move, other] = [this.desk.trial(), this.desk.move(), this.desk.practiceActor()];
    if (!trial || !move || !other) return [];
    return move.contacts.map((_, i) => {
      const name = move.contacts.length === 1 ? 'It' : `Contact ${i + 1}`;
      const met = trial.met.find(({ touch }) => touch?.contact === i);
      if (!met?.touch) return `${name} passes ${other.label}${trial.short[i] === undefined ? '' : ` by ${trial.short[i].toFixed(1)} px`}.`;
      const answered = met.rungs.flatMap(({ rung, answer }) => (answer === 'answered' ? [rung] : [])).join(' + ');
      return `${name} meets ${other.label} after ${met.at.toFixed(3)} s, ${met.touch.distance.toFixed(0)} px away at ${met.touch.angle.toFixed(1)}°: ${answered || 'no rung answers'}.`;
    });
  });

  protected add(): void {
    const move = newMove(this.actor(), this.project().events);
    if (!move) return;
    this.desk.editActor('one move more', (actor) => ({ ...actor, moves: [...(actor.moves ?? []), move] }));
    this.desk.choose(move.id);
  }

  protected copy(move: Move): void {
    const copy = { ...move, ...namesOfCopy(move, this.desk.moves(), 'move') };
    this.desk.editActor('one move more', (actor) => ({ ...actor, moves: [...(actor.moves ?? []), copy] }));
    this.desk.choose(copy.id);
  }

  /** Drills that begin it, and moves that it may be cancelled into, are told of nothing that is not there. */
  protected remove(move: Move): void {
    const { actor } = this.desk;
    const uses = this.project().drills.filter(({ acts = [], actors }) =>
      acts.some(
        (act) => act.do === 'move' && act.move === move.id && actors.some(({ id, actor: of }) => id === act.who && of === actor()?.id),
      ),
    );
    for (const drill of uses)
      this.projects.editDocument(`drills/${drill.id}`, `${drill.label}: without ${move.label ?? move.id}`, () => ({
        ...drill,
        acts: (drill.acts ?? []).filter(
          (act) =>
            !(act.do === 'move' && act.move === move.id && drill.actors.some(({ id, actor: of }) => id === act.who && of === actor()?.id)),
        ),
      }));
    this.desk.editActor(`without ${move.label ?? move.id}`, (before) => ({
      ...before,
      moves: (before.moves ?? [])
        .filter(({ id }) => id !== move.id)
        .map((one) => (one.into ? { ...one, into: one.into.filter((way) => way.move !== move.id) } : one)),
    }));
  }

  protected rename(move: Move, box: HTMLInputElement): void {
    const label = box.value.trim();
    if (label === '') box.value = move.label ?? move.id;
    else this.desk.rename(move, label);
  }

  protected setTime(name: 'windUp' | 'recovery', { value, gesture }: NumberChange): void {
    this.desk.edit(name, (move) => ({ ...move, [name]: value }), gesture);
  }

  protected setSpan(name: 'after' | 'live', { value, gesture }: NumberChange): void {
    this.setContact('its time', { [name]: value }, gesture);
  }

  protected choose(name: 'status' | 'sequence', id: string): void {
    this.desk.edit(name, (move) => (id === '' ? without(move, name) : { ...move, [name]: id }));
  }

  protected flag(name: 'holds' | 'walks'): void {
    this.desk.edit(name, (move) => (move[name] ? without(move, name) : { ...move, [name]: true }));
  }

  protected setLunge(part: Partial<NonNullable<Move['lunge']>> | undefined, gesture?: string): void {
    this.desk.edit(
      'lunge',
      (move) => {
        if (!part) return without(move, 'lunge');
        const end = Math.max(0.02, move.windUp);
        return { ...move, lunge: { distance: 40, from: Math.max(0, end - 0.1), to: end, ...move.lunge, ...part } };
      },
      gesture,
    );
  }

  protected addInto(move: string): void {
    this.desk.edit('what may take its place', (before) => ({ ...before, into: [...(before.into ?? []), { move, from: before.windUp }] }));
  }

  protected setInto(at: number, from: number | undefined, gesture?: string): void {
    this.desk.edit(
      'what may take its place',
      (move) => ({
        ...move,
        into: (move.into ?? []).flatMap((one, i) => (i !== at ? [one] : from === undefined ? [] : [{ ...one, from }])),
      }),
      gesture,
    );
  }

  protected addContact(): void {
    const event = this.project().events.at(0)?.id;
    if (event === undefined) return;
    this.desk.edit('one contact more', (move) => withNewContact(move, event));
    this.desk.pickContact((this.desk.move()?.contacts.length ?? 1) - 1);
  }

  protected setContact(what: string, part: Partial<Contact> | undefined, gesture?: string): void {
    const at = this.desk.contact();
    this.desk.edit(what, (move) => withContact(move, at, part), gesture);
  }

  /** What the contact that is worked on becomes, from what it is by then: a change may follow another before it is shown. */
  private changeContact(what: string, change: (contact: Contact) => Contact, gesture?: string): void {
    const at = this.desk.contact();
    this.desk.edit(what, (move) => ({ ...move, contacts: move.contacts.map((one, i) => (i === at ? change(one) : one)) }), gesture);
  }

  protected setShape(shape: string): void {
    this.changeContact('shape', (contact) => ({ ...contact, reach: reshaped(contact.reach, shape as Reach['shape']) }));
  }

  protected setNumber(name: string, { value, gesture }: NumberChange): void {
    this.changeContact(
      'reach',
      (contact) => (name in contact.reach ? { ...contact, reach: { ...contact.reach, [name]: value } as Reach } : contact),
      gesture,
    );
  }

  protected setEvent(event: string): void {
    // Another event has other fields.
    this.changeContact('what it raises', (contact) => ({ ...contact, event, payload: {} }));
  }

  protected setField(name: string, { value, gesture }: PayloadChange): void {
    this.changeContact('payload', (contact) => ({ ...contact, payload: { ...contact.payload, [name]: value } }), gesture);
  }

  protected setContactSequence(id: string): void {
    this.changeContact('sequence of a contact', (contact) => (id === '' ? without(contact, 'sequence') : { ...contact, sequence: id }));
  }

  protected readonly poses = poses;
  protected readonly mostKeys = keyLimits.keys;
  protected readonly key = computed(() => this.desk.move()?.keys?.at(this.desk.key()));
  protected readonly moveSeconds = computed(() => {
    const move = this.desk.move();
    return move ? moveLength(move) : 0;
  });

  protected wordsOf({ pose, clip }: MoveKey): string {
    return keyWords(pose, clip);
  }

  /** A key where the playhead is, in the move's own time: one that is held stands still before its recovery. */
  protected addKey(): void {
    const move = this.desk.move();
    if (!move) return;
    const made = withNewKey(move, Math.min(this.desk.age(), moveLength(move)));
    this.desk.edit('one key more', () => made.move);
    this.desk.pickKey(made.at);
  }

  protected setKey(part: Partial<MoveKey> | undefined, gesture?: string): void {
    const at = this.desk.key();
    this.desk.edit('a key of the body', (move) => withKey(move, at, part), gesture);
  }

  protected setPose(pose: string): void {
    this.changeKey((key) => (pose === '' ? without(without(key, 'pose'), 'amount') : { ...key, pose: pose as MoveKey['pose'] }));
  }

  protected setClip(clip: string): void {
    this.changeKey((key) => (clip === '' ? without(key, 'clip') : { ...key, clip }));
  }

  private changeKey(change: (key: MoveKey) => MoveKey): void {
    const at = this.desk.key();
    this.desk.edit('a key of the body', (move) => ({ ...move, keys: (move.keys ?? []).map((one, i) => (i === at ? change(one) : one)) }));
  }

  /** What its own sequence draws of the contact that is worked on, where that is not what it reaches. */
  private readonly drawnReach = computed((): DrawnReach | undefined => {
    const [move, contact, at] = [this.desk.move(), this.contact(), this.desk.contact()];
    const sequence = this.project().sequences.find(({ id }) => id === move?.sequence);
    if (!move || contact?.reach.shape !== 'arc' || !sequence) return undefined;
    const drawn = drawnFor(move, at, sequence);
    const own = { begins: move.windUp + contact.after, live: contact.live, reach: contact.reach };
    return drawn && !isAsDrawn(own, drawn) ? drawn : undefined;
  });
  protected readonly drawn = computed(() => {
    const drawn = this.drawnReach();
    if (!drawn) return undefined;
    return `“${drawn.effect}” draws ${drawnWords(drawn)}.`;
  });

  protected asDrawn(): void {
    const drawn = this.drawnReach();
    const move = this.desk.move();
    if (!drawn || !move) return;
    const { begins, live, reach } = drawn;
    this.setContact('reach as it is drawn', { after: tidySeconds(begins - move.windUp), live, reach });
  }

  protected turnAtOnce(): void {
    this.desk.editActor('how fast it turns', (actor) => without(actor, 'turnRate'));
  }

  protected setOwn(name: 'radius' | 'speed' | 'turnRate', { value, gesture }: NumberChange): void {
    this.desk.editActor(name, (actor) => ({ ...actor, [name]: value }), gesture);
  }

  /** A drill of it, on whom it is tried. */
  protected tryInDrill(move: Move): void {
    const [project, practice] = [this.project(), this.desk.practiceActor()];
    if (!practice) return;
    const { x, y } = this.desk.place();
    const facing = this.desk.facing();
    const label = `${this.actor().label}: ${move.label ?? move.id}`.slice(0, 80);
    const made = {
      ...newDrill(project),
      id: freeId(label, new Set(project.drills.map((one) => one.id)), 'drill'),
      label,
      actors: [
        { id: 'mover', actor: this.actor().id, place: { x: -x / 2, y: 0 }, facing },
        { id: 'practice', actor: practice.id, place: { x: x / 2, y }, facing: facing === 1 ? (-1 as const) : (1 as const) },
      ],
      script: [],
      acts: [{ at: 0.5, who: 'mover', do: 'move' as const, move: move.id }],
    };
    this.projects.add(`a drill of ${move.label ?? move.id}`, `drills/${made.id}`, made, undefined);
    this.address.turnTo('drills', [made.id]);
  }
}
