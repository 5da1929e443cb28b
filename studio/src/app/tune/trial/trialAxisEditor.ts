import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { trialLimits, type TrialOf } from '@undatio/core/internal';
import { Choice } from '../../shared/choice';
import { ScrubNumber } from '../../shared/scrubNumber';
import { fieldOf } from '../sequenceEdits';
import { rangeOf, triableFields } from './trialChoices';
import { TrialService } from './trialService';

const lanePrefix = 'lane ';

/** What is tried along one axis of the sheet: of which lane or of the blow, within which range, and over how many values. */
@Component({
  selector: 'und-trial-axis-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, ScrubNumber],
  template: `
    @if (choice(); as chosen) {
      <label class="field-label" [for]="'trial-of-' + axis()">{{ axis() === 0 ? 'Try' : 'and' }}</label>
      <und-choice [inputId]="'trial-of-' + axis()" [options]="owners()" [value]="owner()" (changed)="chooseOwner($event)" />
      @if (fields().length > 0) {
        <label class="visually-hidden" [for]="'trial-field-' + axis()">Which of its numbers</label>
        <und-choice [inputId]="'trial-field-' + axis()" [options]="fields()" [value]="field()" (changed)="chooseField($event)" />
      }
      @if (range() === 'numbers') {
        <und-scrub-number
          [label]="'From, axis ' + (axis() + 1)"
          [value]="chosen.from"
          (changed)="service.set(axis(), { from: $event.value })"
        />
        <span class="field-label">to</span>
        <und-scrub-number
          [label]="'To, axis ' + (axis() + 1)"
          [unit]="unit()"
          [value]="chosen.to"
          (changed)="service.set(axis(), { to: $event.value })"
        />
      } @else if (range() === 'colours') {
        <input
          #first
          type="color"
          [attr.aria-label]="'First colour, axis ' + (axis() + 1)"
          [value]="chosen.colours[0]"
          (change)="service.set(axis(), { colours: [first.value, chosen.colours[1]] })"
        />
        <span class="field-label">to</span>
        <input
          #last
          type="color"
          [attr.aria-label]="'Last colour, axis ' + (axis() + 1)"
          [value]="chosen.colours[1]"
          (change)="service.set(axis(), { colours: [chosen.colours[0], last.value] })"
        />
      }
      @if (range() !== 'none') {
        <span class="field-label">in</span>
        <und-scrub-number
          class="count"
          [label]="'How many values, axis ' + (axis() + 1)"
          [value]="chosen.count"
          [min]="2"
          [max]="most"
          (changed)="setCount($event.value)"
        />
      }
      @if (range() === 'numbers') {
        <button
          type="button"
          class="plain"
          [attr.aria-pressed]="chosen.by === 'ratio'"
          title="Each value the same factor above the one before, instead of the same difference"
          (click)="service.set(axis(), { by: chosen.by === 'ratio' ? 'even' : 'ratio' })"
        >
          by ratio
        </button>
      }
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 0.3rem;
      --scrub-width: 3.2rem;
    }
    und-choice {
      max-width: 8.5rem;
    }
    .count {
      --scrub-width: 2rem;
    }
    input[type='color'] {
      width: 1.9rem;
      height: 1.5rem;
      padding: 1px;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
    }
  `,
})
export class TrialAxisEditor {
  /** The first axis is 0. */
  readonly axis = input.required<number>();

  protected readonly service = inject(TrialService);
  protected readonly most = trialLimits.values;
  protected readonly choice = computed(() => this.service.axes().at(this.axis()));
  private readonly tried = computed(() => this.choice()?.tried);
  private readonly effects = computed(() => this.service.scene()?.sequence.effects ?? []);

  protected readonly owners = computed(() => [
    ...this.effects().map(({ id, label }) => ({ value: lanePrefix + id, label: label ?? id })),
    { value: 'payload', label: 'the blow' },
    { value: 'seed', label: 'the seed' },
    ...this.goneLane(),
  ]);
  protected readonly owner = computed(() => {
    const tried = this.tried();
    return tried?.of === 'field' ? lanePrefix + tried.effect : (tried?.of ?? '');
  });

  /** The lane that is tried, where it is not there any more: said, so that nothing else seems to be chosen. */
  private goneLane(): { value: string; label: string }[] {
    const tried = this.tried();
    if (tried?.of !== 'field' || this.effects().some(({ id }) => id === tried.effect)) return [];
    return [{ value: lanePrefix + tried.effect, label: `${tried.effect} (gone)` }];
  }

  protected readonly fields = computed(() => {
    const [tried, scene] = [this.tried(), this.service.scene()];
    if (tried?.of === 'payload') return (scene?.event?.fields ?? []).map(({ name, label }) => ({ value: name, label }));
    const lane = tried?.of === 'field' ? this.effects().find(({ id }) => id === tried.effect) : undefined;
    return lane ? triableFields(lane).map(({ name, label }) => ({ value: name, label })) : [];
  });
  protected readonly field = computed(() => {
    const tried = this.tried();
    return tried && tried.of !== 'seed' ? tried.field : '';
  });
  protected readonly range = computed(() => {
    const [tried, scene] = [this.tried(), this.service.scene()];
    return tried && scene ? rangeOf(tried, scene) : 'none';
  });
  protected readonly unit = computed(() => {
    const tried = this.tried();
    const lane = tried?.of === 'field' ? this.effects().find(({ id }) => id === tried.effect) : undefined;
    const field = lane && tried?.of === 'field' ? fieldOf(lane.kind, tried.field) : undefined;
    return field?.control === 'value' ? field.unit : '';
  });

  protected chooseOwner(owner: string): void {
    const tried = this.triedOf(owner);
    if (tried) this.service.choose(this.axis(), tried);
  }

  private triedOf(owner: string): TrialOf | undefined {
    if (owner === 'seed') return { of: 'seed' };
    if (owner === 'payload') {
      const first = this.service.scene()?.event?.fields.at(0);
      return first && { of: 'payload', field: first.name };
    }
    const lane = this.effects().find(({ id }) => lanePrefix + id === owner);
    const first = lane && triableFields(lane).at(0);
    return lane && first && { of: 'field', effect: lane.id, field: first.name };
  }

  protected chooseField(field: string): void {
    const tried = this.tried();
    if (tried && tried.of !== 'seed') this.service.choose(this.axis(), { ...tried, field });
  }

  protected setCount(count: number): void {
    this.service.set(this.axis(), { count: Math.round(count) });
  }
}
