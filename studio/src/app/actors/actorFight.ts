import { ChangeDetectionStrategy, Component, computed, inject, input, model } from '@angular/core';
import type { Actor, Project } from '@undatio/core';
import { cellCount, freeId } from '@undatio/core/internal';
import { ProjectService } from '../project/projectService';
import { AddMenu } from '../shared/addMenu';
import { ScrubNumber, type NumberChange } from '../shared/scrubNumber';
import { tagsFromText } from '../shared/tagText';

type Health = NonNullable<Actor['health']>;
type Look = NonNullable<Actor['healthLooks']>[number];

/** What fights know of an actor: what it is, on whose side, its health, what it resists, and how it looks by its health. */
@Component({
  selector: 'und-actor-fight',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddMenu, ScrubNumber],
  templateUrl: './actorFight.html',
  styleUrl: './actorBody.scss',
  styles: `
    .looks {
      grid-template-columns: 1fr;
    }
    .looks dt {
      display: flex;
      align-items: baseline;
      gap: 0.4rem;
    }
    .looks .name {
      flex: 1;
      width: 4rem;
    }
    .looks dd {
      flex-wrap: wrap;
      margin-bottom: 0.6rem;
    }
    .looks select {
      flex: 1;
    }
    input[type='range'] {
      flex: 1;
      min-width: 3rem;
      accent-color: var(--ink);
    }
  `,
})
export class ActorFight {
  readonly actor = input.required<Actor>();
  readonly project = input.required<Project>();
  /** Share of health that it is shown at. */
  readonly shown = model.required<number>();

  private readonly projects = inject(ProjectService);
  protected readonly kindWords = computed(() => (this.actor().kinds ?? []).join(', '));
  protected readonly health = computed((): Health => this.actor().health ?? { most: 100, cannotFall: true });
  protected readonly numbers = computed(() => {
    const { most, start = most, mends = 0 } = this.health();
    const points = { unit: 'points', min: 0.001, max: 1_000_000 };
    return [
      { ...points, name: 'most', words: 'most', label: 'Most health', value: most },
      { ...points, name: 'start', words: 'begins with', label: 'Health at the start', value: start, max: most },
      { ...points, name: 'mends', words: 'mends', label: 'Mends each second', value: mends, unit: 'points/s', min: 0 },
    ] as const;
  });
  protected readonly resists = computed(() => Object.entries(this.actor().resists ?? {}));
  protected readonly looks = computed(() => [...(this.actor().healthLooks ?? [])].sort((a, b) => b.at - a.at));
  protected readonly pictures = computed(() => this.project().assets.filter((asset) => asset.type === 'picture'));
  /** Kinds of harm that events name and that it does not resist yet. */
  protected readonly harmKinds = computed(() => {
    const known = this.project().events.flatMap(({ harm, fields }) => {
      const field = fields.find(({ name }) => name === harm?.kindField);
      return [...(harm?.kind === undefined ? [] : [harm.kind]), ...(field?.type === 'kind' ? field.options : [])];
    });
    const fresh = [...new Set(known)].filter((kind) => !(kind in (this.actor().resists ?? {})));
    return fresh.map((kind) => ({ value: kind, label: kind }));
  });
  protected readonly told = [
    { name: 'falls', words: 'When it falls' },
    { name: 'returns', words: 'When it is back' },
  ] as const;

  protected setKinds(text: string): void {
    this.put('kinds', { kinds: tagsFromText(text).slice(0, 16) });
  }

  protected setSide(text: string): void {
    const side = text.trim();
    if (side === '') this.drop('side');
    else this.put('side', { side });
  }

  protected setHealth(part: Partial<Health>, gesture?: string): void {
    const health = { ...this.health(), ...part };
    // It never begins with more than it can have.
    this.put(
      'health',
      { health: { ...health, ...(health.start !== undefined && { start: Math.min(health.start, health.most) }) } },
      gesture,
    );
  }

  protected setNumber(name: 'most' | 'start' | 'mends', { value, gesture }: NumberChange): void {
    this.setHealth({ [name]: value }, gesture);
  }

  protected setEvent(name: 'falls' | 'returns', event: string): void {
    const { [name]: _, ...health } = this.health();
    this.put('health', { health: event === '' ? health : { ...health, [name]: event } });
  }

  protected setResists(kind: string, left: number | undefined, gesture?: string): void {
    const { [kind]: _, ...others } = this.actor().resists ?? {};
    this.put('what it resists', { resists: left === undefined ? others : { ...others, [kind]: left } }, gesture);
  }

  protected addLook(): void {
    const id = freeId('worn', new Set(this.looks().map((look) => look.id)), 'look');
    const lowest = Math.min(1, ...this.looks().map(({ at }) => at));
    this.putLooks([...this.looks(), { id, at: Number((lowest / 2).toFixed(3)) }]);
  }

  protected setLook(at: number, part: Partial<Look> | undefined, gesture?: string): void {
    this.putLooks(
      this.looks().flatMap((look, i) => (i !== at ? [look] : part ? [{ ...look, ...part }] : [])),
      gesture,
    );
  }

  /** Another picture or clip; none is its own. */
  protected choose(at: number, what: 'picture' | 'clip', id: string): void {
    const { [what]: _, cell, ...others } = this.looks()[at];
    // Another picture has other cells.
    const kept = { ...others, ...(what === 'clip' && cell !== undefined && { cell }) };
    this.putLooks(this.looks().map((look, i) => (i !== at ? look : id === '' ? kept : { ...kept, [what]: id })));
  }

  /** How many cells the picture has that a look shows. */
  protected cellsOf({ picture = this.actor().picture }: Look): number {
    const asset = this.pictures().find(({ id }) => id === picture);
    return asset ? cellCount(asset) : 1;
  }

  /** A share as per cent that a person reads, and per cent as a share. */
  protected percent(share: number): number {
    return Number((share * 100).toFixed(2));
  }

  protected share(percent: number): number {
    return Number((percent / 100).toFixed(6));
  }

  protected round(value: number): number {
    return Math.round(value);
  }

  protected renameLook(at: number, box: HTMLInputElement): void {
    const id = freeId(box.value, new Set(this.looks().flatMap((look, i) => (i === at ? [] : [look.id]))), 'look');
    this.setLook(at, { id });
    box.value = id;
  }

  /** Highest first, as it wears down. */
  private putLooks(looks: readonly Look[], gesture?: string): void {
    this.put('looks by health', { healthLooks: [...looks].sort((a, b) => b.at - a.at) }, gesture);
  }

  private put(what: string, part: Partial<Actor>, gesture?: string): void {
    const { id, label } = this.actor();
    this.projects.editDocument(`actors/${id}`, `${what} of ${label}`, (before) => ({ ...before, ...part }) as Actor, gesture);
  }

  private drop(name: 'side'): void {
    const { id, label } = this.actor();
    this.projects.editDocument(`actors/${id}`, `${name} of ${label}`, (before) => {
      const { [name]: _, ...others } = before as Actor;
      return others as Actor;
    });
  }
}
