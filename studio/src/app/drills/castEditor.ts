import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Drill, Project } from '@undatio/core';
import { AddMenu } from '../shared/addMenu';
import { ScrubNumber } from '../shared/scrubNumber';
import { withActor, withoutActor, type DrillActor } from './drillEdits';
import { DrillService } from './drillService';

/** Who takes part in a drill, where they stand and which way they face. */
@Component({
  selector: 'und-cast-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddMenu, ScrubNumber],
  template: `
    @for (one of drill().actors; track one.id; let first = $first) {
      <fieldset>
        <legend>{{ one.id }}</legend>
        <div class="row">
          <span>stands at</span>
          <und-scrub-number
            [label]="'x of ' + one.id"
            unit="px"
            [value]="one.place.x"
            [min]="-4000"
            [max]="4000"
            (changed)="place(one, 'x', $event.value, $event.gesture)"
          />
          <und-scrub-number
            [label]="'y of ' + one.id"
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
            [label]="'Health of ' + one.id"
            [value]="one.health ?? start(one)"
            [min]="0.001"
            [max]="most(one)"
            (changed)="put(one, { health: $event.value }, $event.gesture)"
          />
          @if (ranks(one); as most) {
            <span>size</span>
            <und-scrub-number
              [label]="'Size of ' + one.id"
              [value]="one.rank ?? most"
              [min]="1"
              [max]="most"
              (changed)="put(one, { rank: round($event.value) }, $event.gesture)"
            />
          }
          <button type="button" class="plain" [attr.aria-label]="'Leave ' + one.id + ' out'" (click)="remove(one)">✕</button>
        </div>
      </fieldset>
    }
    <fieldset>
      <legend>edges of the stage</legend>
      @for (side of sides; track side) {
        <div class="row">
          <span class="field-label">{{ side }}</span>
          @if (drill().edges?.[side] !== undefined) {
            <und-scrub-number
              [label]="'Edge, ' + side"
              unit="px"
              [value]="drill().edges?.[side] ?? 0"
              [min]="-1000000"
              [max]="1000000"
              (changed)="setEdge(side, $event.value, $event.gesture)"
            />
            <button type="button" class="plain" [attr.aria-label]="'No edge, ' + side" (click)="setEdge(side, undefined)">✕</button>
          } @else {
            <button type="button" class="plain" [attr.aria-label]="'An edge, ' + side" (click)="setEdge(side, first[side])">none</button>
          }
        </div>
      }
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
    legend {
      padding: 0 0.2rem;
      font-weight: 700;
    }
  `,
})
export class CastEditor {
  readonly drill = input.required<Drill>();
  readonly project = input.required<Project>();

  private readonly drills = inject(DrillService);

  protected readonly addable = computed(() => this.project().actors.map(({ id, label }) => ({ value: id, label })));

  protected most({ actor }: DrillActor): number {
    return this.project().actors.find(({ id }) => id === actor)?.health?.most ?? 100;
  }

  protected readonly sides = ['left', 'right', 'top', 'bottom'] as const;
  /** Where an edge is put at first. */
  protected readonly first = { left: -400, right: 400, top: -200, bottom: 200 } as const;

  /** How many sizes its actor has; 0 of one that has but one. */
  protected ranks({ actor }: DrillActor): number {
    return this.project().actors.find(({ id }) => id === actor)?.ranks?.length ?? 0;
  }

  protected round(value: number): number {
    return Math.round(value);
  }

  /** Whoever is thrown is stopped there. */
  protected setEdge(side: (typeof this.sides)[number], at: number | undefined, gesture?: string): void {
    this.drills.edit(
      `edge, ${side}`,
      ({ edges = {}, ...drill }) => {
        const { [side]: _, ...others } = edges;
        const left = at === undefined ? others : { ...others, [side]: at };
        return Object.keys(left).length === 0 ? drill : { ...drill, edges: left };
      },
      gesture,
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
      `${one.id} of a drill`,
      (drill) => ({ ...drill, actors: drill.actors.map((other) => (other.id === one.id ? { ...other, ...part } : other)) }),
      gesture,
    );
  }

  protected add(actor: string): void {
    this.drills.edit(`add ${actor}`, (drill) => withActor(drill, actor));
  }

  protected remove(one: DrillActor): void {
    this.drills.edit(`leave ${one.id} out`, (drill) => withoutActor(drill, one.id));
  }
}
