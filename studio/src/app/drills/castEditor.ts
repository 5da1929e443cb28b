import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Drill, Project } from '@undatio/core';
import { withoutCast } from '@undatio/core/internal';
import { AddMenu } from '../shared/addMenu';
import { EdgeFields, withEdge, type EdgeChange, type Edges } from '../shared/edgeFields';
import { ScrubNumber } from '../shared/scrubNumber';
import { withActor, type DrillActor } from './drillEdits';
import { DrillService } from './drillService';

/** Who takes part in a drill, where they stand and which way they face. */
@Component({
  selector: 'und-cast-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddMenu, EdgeFields, ScrubNumber],
  template: `
    @for (one of drill().actors; track one.id; let first = $first) {
      <fieldset>
        <legend>
          <input
            #name
            class="name"
            maxlength="80"
            [attr.aria-label]="'Name of ' + drills.bodyName(one.id)"
            [value]="drills.bodyName(one.id)"
            (change)="relabel(one, name)"
          />
        </legend>
        <div class="row">
          <span>stands at</span>
          <und-scrub-number
            [label]="'x of ' + drills.bodyName(one.id)"
            unit="px"
            [value]="one.place.x"
            [min]="-4000"
            [max]="4000"
            (changed)="place(one, 'x', $event.value, $event.gesture)"
          />
          <und-scrub-number
            [label]="'y of ' + drills.bodyName(one.id)"
            unit="px"
            [value]="one.place.y"
            [min]="-4000"
            [max]="4000"
            (changed)="place(one, 'y', $event.value, $event.gesture)"
          />
        </div>
        <div class="row">
          <button type="button" class="plain" (click)="put(one, { facing: one.facing === 1 ? -1 : 1 })">
            faces {{ one.facing === 1 ? 'right' : 'left' }}
          </button>
          <span>health</span>
          <und-scrub-number
            [label]="'Health of ' + drills.bodyName(one.id)"
            [value]="one.health ?? start(one)"
            [min]="0.001"
            [max]="most(one)"
            (changed)="put(one, { health: $event.value }, $event.gesture)"
          />
          @if (ranks(one); as most) {
            <span>size</span>
            <und-scrub-number
              [label]="'Size of ' + drills.bodyName(one.id)"
              [value]="one.rank ?? most"
              [min]="1"
              [max]="most"
              (changed)="put(one, { rank: round($event.value) }, $event.gesture)"
            />
          }
          <button type="button" class="plain" [attr.aria-label]="'Remove ' + drills.bodyName(one.id)" (click)="remove(one)">✕</button>
        </div>
      </fieldset>
    }
    <fieldset>
      <legend>stage</legend>
      <div class="row">
        <span class="field-label">takes place</span>
        <select #stage aria-label="The stage that it takes place on" (change)="setStage(stage.value)">
          <option value="">nowhere in particular</option>
          @for (each of project().stages ?? []; track each.id) {
            <option [value]="each.id" [selected]="each.id === drill().stage">{{ each.label }}</option>
          }
        </select>
      </div>
      <und-edge-fields [edges]="drill().edges ?? {}" [otherwise]="stageEdges()" (changed)="setEdge($event)" />
    </fieldset>
    <und-add-menu words="+ actor" label="Let another take part" [choices]="addable()" (chosen)="add($event)" />
  `,
  styleUrl: './entryEditor.scss',
  styles: `
    fieldset {
      margin: 0 0 0.4rem;
      padding: 0 0.4rem 0.2rem;
      border: 1px solid var(--rule);
      border-radius: 3px;
    }
    .name {
      width: 9rem;
      padding: 0 0.2rem;
      border: 1px solid transparent;
      border-radius: 3px;
      background: none;
      color: var(--ink);
      font: inherit;
      font-weight: 700;
    }
    .name:hover,
    .name:focus {
      border-color: var(--rule-strong);
      background: var(--sheet);
    }
    legend {
      padding: 0 0.2rem;
      font-weight: 700;
    }
  `,
})
export class CastEditor {
  readonly drill = input.required<Drill>();
  readonly project = input.required<Project>();

  protected readonly drills = inject(DrillService);

  protected readonly addable = computed(() => this.project().actors.map(({ id, label }) => ({ value: id, label })));

  /** Gives a body a name of its own; an empty name, or that of its actor, takes it away. */
  protected relabel({ id, actor }: DrillActor, box: HTMLInputElement): void {
    const typed = box.value.trim();
    const own = this.project().actors.find((one) => one.id === actor)?.label;
    this.drills.edit(`name of ${this.drills.bodyName(id)}`, (drill) => ({
      ...drill,
      actors: drill.actors.map(({ label: before, ...one }) =>
        one.id !== id
          ? { ...one, ...(before !== undefined && { label: before }) }
          : typed === '' || typed === own
            ? one
            : { ...one, label: typed },
      ),
    }));
    box.value = this.drills.bodyName(id);
  }

  protected most({ actor }: DrillActor): number {
    return this.project().actors.find(({ id }) => id === actor)?.health?.most ?? 100;
  }

  /** How many sizes its actor has; 0 of one that has but one. */
  protected ranks({ actor }: DrillActor): number {
    return this.project().actors.find(({ id }) => id === actor)?.ranks?.length ?? 0;
  }

  protected round(value: number): number {
    return Math.round(value);
  }

  /** The edges of the stage that it takes place on. */
  protected readonly stageEdges = computed((): Edges => this.project().stages?.find(({ id }) => id === this.drill().stage)?.edges ?? {});

  protected setStage(id: string): void {
    this.drills.edit('stage of the drill', ({ stage: _, ...drill }) => (id === '' ? drill : { ...drill, stage: id }));
  }

  /** Whoever is thrown is stopped there. */
  protected setEdge(change: EdgeChange): void {
    this.drills.edit(
      `edge, ${change.side}`,
      ({ edges = {}, ...drill }) => {
        const left = withEdge(edges, change);
        return left ? { ...drill, edges: left } : drill;
      },
      change.gesture,
    );
  }

  protected start(one: DrillActor): number {
    return this.project().actors.find(({ id }) => id === one.actor)?.health?.start ?? this.most(one);
  }

  protected place(one: DrillActor, axis: 'x' | 'y', value: number, gesture: string): void {
    this.put(one, { place: { ...one.place, [axis]: value } }, gesture);
  }

  protected put(one: DrillActor, part: Partial<DrillActor>, gesture?: string): void {
    this.drills.edit(
      `${this.drills.bodyName(one.id)} in a drill`,
      (drill) => ({ ...drill, actors: drill.actors.map((other) => (other.id === one.id ? { ...other, ...part } : other)) }),
      gesture,
    );
  }

  protected add(actor: string): void {
    this.drills.edit(`add ${this.drills.names().of('actor', actor)}`, (drill) => withActor(drill, actor, this.project()));
  }

  protected remove(one: DrillActor): void {
    this.drills.edit(`leave ${one.id} out`, (drill) => withoutCast(drill, new Set([one.id])));
  }
}
