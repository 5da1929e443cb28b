import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Drill, Project } from '@undatio/core';
import { expectationKinds, expectationWords, type Expectation, type RuleKind, type Verdict } from '@undatio/core/internal';
import { PlaybackService } from '../playback/playbackService';
import { AddMenu } from '../shared/addMenu';
import { RuleFieldsEditor, type RuleRecord } from '../rules/fields/ruleFieldsEditor';
import type { RuleChange } from '../rules/ruleChange';
import type { RuleChoices } from '../rules/ruleChoices';
import { DrillService } from './drillService';
import { SeedsService } from './seedsService';

/** What a drill must come to: green or red as one edits, and over a thousand seeds. */
@Component({
  selector: 'und-expectation-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddMenu, RuleFieldsEditor],
  template: `
    <ul>
      @for (one of drill().expectations; track $index) {
        @let verdict = verdicts()[$index];
        <li [class.bad]="verdict && !verdict.holds">
          <span class="mark" [attr.aria-label]="verdict?.holds ? 'holds' : 'does not hold'">{{ verdict?.holds ? '✓' : '✕' }}</span>
          <button type="button" class="words" [attr.aria-expanded]="opened() === $index" (click)="toggle($index)">{{ words(one) }}</button>
          <button type="button" class="plain" [attr.aria-label]="'Remove: ' + words(one)" (click)="drop($index)">✕</button>
          @if (verdict && !verdict.holds) {
            <button type="button" class="found" (click)="go(verdict)">{{ verdict.found }}</button>
          }
          @if (opened() === $index) {
            <und-rule-fields [kind]="kind(one)" [document]="$any(one)" [choices]="choices()" (changed)="put($event)" />
          }
        </li>
      } @empty {
        <li class="hint">Nothing is expected yet: pin what must come of it at the playhead.</li>
      }
    </ul>
    <div class="foot">
      <und-add-menu words="+ expect" label="Expect something at the playhead" [choices]="names" (chosen)="add($event)" />
      @if (seeds.progress(); as going) {
        <progress [value]="going.done" [max]="going.of" aria-label="Seeds that were run"></progress>
        <button type="button" class="plain" (click)="seeds.cancel()">Stop</button>
      } @else {
        <button type="button" class="plain" [disabled]="drill().expectations.length === 0" (click)="seeds.run(project(), drill())">
          A thousand seeds
        </button>
      }
    </div>
    @if (seeds.failed(); as failed) {
      <p class="share" role="alert">{{ failed }}</p>
    }
    @if (seeds.result(); as result) {
      @if (result.drill === drill().id) {
        <p class="share" role="status">
          {{ (result.share * 100).toFixed(1) }} % of {{ result.of }} seeds hold.
          @for (seed of result.failing.slice(0, 8); track seed) {
            <button type="button" class="plain" [attr.aria-label]="'Look at seed ' + seed" (click)="drills.seed.set(seed)">
              {{ seed }}
            </button>
          }
        </p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      overflow: auto;
      font-size: 0.8125rem;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 1.1rem minmax(0, 1fr) auto;
      gap: 0.1rem 0.3rem;
      padding: 0.2rem 0.5rem;
      border-top: 1px solid var(--rule);
    }
    .mark {
      color: var(--sea);
      font-weight: 700;
    }
    .bad .mark,
    .found {
      color: var(--contact);
    }
    .bad {
      box-shadow: inset 3px 0 0 var(--contact);
    }
    .words,
    .found {
      padding: 0;
      border: 0;
      background: none;
      color: var(--ink);
      text-align: left;
      cursor: pointer;
    }
    .found,
    und-rule-fields {
      grid-column: 2 / 4;
      color: var(--warn);
    }
    .foot,
    .share {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 0.4rem;
      margin: 0;
      padding: 0.4rem 0.5rem;
      border-top: 1px solid var(--rule);
    }
    select {
      border: 1px dashed var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
    }
    .hint {
      display: block;
      color: var(--faint-ink);
    }
    progress {
      width: 6rem;
      accent-color: var(--sea);
    }
  `,
})
export class ExpectationList {
  readonly drill = input.required<Drill>();
  readonly project = input.required<Project>();
  readonly verdicts = input.required<readonly Verdict[]>();

  private readonly playback = inject(PlaybackService);
  protected readonly drills = inject(DrillService);
  protected readonly seeds = inject(SeedsService);
  protected readonly names = Object.values(expectationKinds).map(({ expect, title, about, search }) => ({
    value: expect,
    label: title,
    about,
    search,
  }));
  protected readonly opened = signal(-1);
  protected readonly choices = computed((): RuleChoices => ({
    project: this.project(),
    event: undefined,
    combatants: this.drill().actors.map(({ id }) => ({ value: id, label: this.drills.names().of('combatant', id) })),
  }));

  protected words(one: Expectation): string {
    return expectationWords(one, this.drills.names());
  }

  protected kind(one: Expectation): RuleKind {
    return expectationKinds[one.expect];
  }

  protected toggle(at: number): void {
    this.opened.set(this.opened() === at ? -1 : at);
  }

  protected go({ at }: Verdict): void {
    if (at !== undefined) this.playback.scrub(at);
  }

  /** Expects what is so at the playhead, so that it holds until something changes. */
  protected add(name: string): void {
    const made = expectationNow(name, this.drill(), this.project(), Number(this.playback.time.toFixed(3)));
    if (!made) return;
    const at = this.drill().expectations.length;
    this.drills.edit(`expect ${name}`, (drill) => ({ ...drill, expectations: [...drill.expectations, made] }));
    this.opened.set(at);
  }

  protected put({ value, gesture }: RuleChange<RuleRecord>): void {
    const at = this.opened();
    this.drills.edit(
      'an expectation',
      (drill) => ({
        ...drill,
        expectations: drill.expectations.map((one, i) => (i === at ? (value as unknown as Expectation) : one)),
      }),
      gesture,
    );
  }

  protected drop(at: number): void {
    this.opened.set(-1);
    this.drills.edit('remove an expectation', (drill) => ({ ...drill, expectations: drill.expectations.filter((_, i) => i !== at) }));
  }
}

/** A new expectation with its fields at their defaults, and names and the instant from what there is. */
function expectationNow(name: string, drill: Drill, project: Project, at: number): Expectation | undefined {
  const kind = expectationKinds[name];
  const first: Readonly<Record<string, string | undefined>> = {
    combatant: drill.actors.at(-1)?.id,
    status: project.statuses.at(0)?.id,
    sequence: project.sequences.at(0)?.id,
  };
  const made: Record<string, unknown> = { expect: name };
  for (const [field, told] of Object.entries(kind.fields)) {
    if (told.default !== undefined) made[field] = told.default;
    else if (told.control === 'name') {
      if (first[told.of] === undefined) return undefined;
      made[field] = first[told.of];
    }
  }
  if (kind.pinned !== undefined) made[kind.pinned] = at;
  return made as unknown as Expectation;
}
