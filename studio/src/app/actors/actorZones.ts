import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Actor, PayloadField, Project } from '@undatio/core';
import { ProjectService } from '../project/projectService';
import { ScrubNumber, type NumberChange } from '../shared/scrubNumber';
import { tagsFromText } from '../shared/tagText';
import { PayloadFieldControl, type PayloadChange } from '../tune/pad/payloadFieldControl';
import {
  fieldsOfZone,
  withNewRank,
  withNewZone,
  withRank,
  withZone,
  withZoneEvents,
  zoneReshaped,
  type Rank,
  type Zone,
} from './zoneEdits';

/** What an actor does to whoever comes into it, whether it lasts, and its sizes. */
@Component({
  selector: 'und-actor-zones',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PayloadFieldControl, ScrubNumber],
  templateUrl: './actorZones.html',
  styleUrls: ['./actorBody.scss', './actorZones.scss'],
})
export class ActorZones {
  readonly actor = input.required<Actor>();
  readonly project = input.required<Project>();

  private readonly projects = inject(ProjectService);
  protected readonly zones = computed(() => this.actor().zones ?? []);
  /** The greatest first, as they break. */
  protected readonly ranks = computed(() => (this.actor().ranks ?? []).map((rank, at) => ({ rank, at })).reverse());
  protected readonly raised = [
    { name: 'enters', words: 'on coming in' },
    { name: 'leaves', words: 'on leaving' },
  ] as const;

  protected addZone(): void {
    this.edit('one zone more', withNewZone);
  }

  protected dropZone(at: number): void {
    this.edit('one zone less', (actor) => withZone(actor, at, undefined));
  }

  protected reshape(at: number): void {
    this.change(at, 'shape', zoneReshaped);
  }

  protected setPx(at: number, name: 'length' | 'width' | 'height', { value, gesture }: NumberChange): void {
    this.change(at, 'size', (zone) => ({ ...zone, shape: { ...zone.shape, [name]: value } as Zone['shape'] }), gesture);
  }

  protected setFor(at: number, text: string): void {
    const kinds = tagsFromText(text).slice(0, 16);
    this.change(at, 'whom it is for', ({ kinds: _, ...zone }) => (kinds.length === 0 ? zone : { ...zone, kinds }));
  }

  protected setEvent(at: number, name: 'enters' | 'leaves', event: string): void {
    this.changeEvents(at, name, ({ [name]: _, ...zone }) => (event === '' ? zone : { ...zone, [name]: event }));
  }

  protected setStays(at: number, event: string): void {
    this.changeEvents(at, 'staying', ({ stays, ...zone }) =>
      event === '' ? zone : { ...zone, stays: { every: stays?.every ?? 1, event } },
    );
  }

  private changeEvents(at: number, what: string, change: (zone: Zone) => Zone): void {
    this.change(at, what, (zone) => withZoneEvents(change(zone), this.project().events));
  }

  protected fieldsOf(zone: Zone): readonly PayloadField[] {
    return fieldsOfZone(zone, this.project().events);
  }

  protected setField(at: number, name: string, { value, gesture }: PayloadChange): void {
    this.change(at, 'event fields', (zone) => ({ ...zone, payload: { ...zone.payload, [name]: value } }), gesture);
  }

  protected setEvery(at: number, { value, gesture }: NumberChange): void {
    this.change(at, 'staying', (zone) => (zone.stays ? { ...zone, stays: { ...zone.stays, every: value } } : zone), gesture);
  }

  protected setStatus(at: number, status: string): void {
    this.change(at, 'status', ({ status: _, ...zone }) => (status === '' ? zone : { ...zone, status }));
  }

  protected toggleOnce(at: number): void {
    this.change(at, 'once', ({ once, ...zone }) => (once ? zone : { ...zone, once: true }));
  }

  protected setAgain(at: number, { value, gesture }: NumberChange): void {
    this.change(at, 'again', ({ again: _, ...zone }) => (value === 0 ? zone : { ...zone, again: value }), gesture);
  }

  private change(at: number, what: string, change: (zone: Zone) => Zone, gesture?: string): void {
    this.edit(
      `zone, ${what}`,
      (actor) => {
        const zone = actor.zones?.at(at);
        return zone ? withZone(actor, at, change(zone)) : actor;
      },
      gesture,
    );
  }

  protected addRank(): void {
    this.edit('one size more', withNewRank);
  }

  protected setRank(at: number, part: Partial<Rank> | undefined, gesture?: string): void {
    this.edit('sizes', (actor) => withRank(actor, at, part && { ...(actor.ranks?.[at] ?? { scale: 1 }), ...part }), gesture);
  }

  protected setLives(seconds: number | undefined, gesture?: string): void {
    this.edit('how long it lasts', ({ lives: _, ...actor }) => (seconds === undefined ? actor : { ...actor, lives: seconds }), gesture);
  }

  protected setExpires(event: string): void {
    this.edit('what it raises at its end', ({ expires: _, ...actor }) => (event === '' ? actor : { ...actor, expires: event }));
  }

  protected toggleUntouched(): void {
    this.edit('whether it is struck', ({ untouched, ...actor }) => (untouched ? actor : { ...actor, untouched: true }));
  }

  private edit(what: string, change: (actor: Actor) => Actor, gesture?: string): void {
    const { id, label } = this.actor();
    this.projects.editDocument(`actors/${id}`, `${label}: ${what}`, (before) => change(before as Actor), gesture);
  }
}
