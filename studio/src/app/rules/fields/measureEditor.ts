import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { measureKinds, parties, type MeasureDocument } from '@undatio/core/internal';
import { countersOf, type RuleChoices } from '../ruleChoices';

/** What is read of the fight: health, harm, a field of the payload, stacks, distance. */
@Component({
  selector: 'und-measure-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select #read [attr.aria-label]="label()" [title]="about()" (change)="pick(read.value)">
      @for (one of kinds; track one.read) {
        <option [value]="one.read" [selected]="one.read === value()?.read" [title]="one.about">{{ one.words }}</option>
      }
    </select>
    @if (asks('field')) {
      <select #field [attr.aria-label]="label() + ', field'" (change)="set('field', field.value)">
        @for (one of fields(); track one.name) {
          <option [value]="one.name" [selected]="one.name === part('field')">{{ one.label }}</option>
        }
      </select>
    }
    @if (asks('status')) {
      <select #status [attr.aria-label]="label() + ', status'" (change)="set('status', status.value)">
        @for (one of choices().project.statuses; track one.id) {
          <option [value]="one.id" [selected]="one.id === part('status')">{{ one.label }}</option>
        }
      </select>
    }
    @if (asks('counter')) {
      <input
        #counter
        [attr.aria-label]="label() + ', counter'"
        maxlength="64"
        [value]="part('counter')"
        (change)="set('counter', counter.value.trim())"
      />
    }
    @if (asks('of')) {
      <select #of [attr.aria-label]="label() + ', whose'" (change)="set('of', of.value)">
        @for (one of whose(); track one) {
          <option [value]="one" [selected]="one === part('of')">of {{ one }}</option>
        }
      </select>
    }
  `,
  styleUrl: './ruleControls.scss',
})
export class MeasureEditor {
  readonly value = input.required<MeasureDocument | undefined>();
  readonly choices = input.required<RuleChoices>();
  readonly label = input('What is read');
  readonly changed = output<MeasureDocument>();

  protected readonly kinds = Object.entries(measureKinds).map(([read, { about }]) => ({
    read,
    about,
    words: wordsOf[read as MeasureDocument['read']],
  }));
  protected readonly fields = computed(() => (this.choices().event?.fields ?? []).filter((field) => typeof field.default !== 'string'));
  protected readonly about = computed(() => {
    const value = this.value();
    return value ? measureKinds[value.read].about : '';
  });
  protected readonly whose = computed(() => (this.value()?.read === 'counter' ? [...parties, 'all'] : [...parties]));

  protected asks(name: 'field' | 'status' | 'counter' | 'of'): boolean {
    const value = this.value();
    return value !== undefined && measureKinds[value.read].asks.includes(name);
  }

  protected part(name: string): string {
    return ((this.value() as unknown as Record<string, string> | undefined) ?? {})[name] ?? '';
  }

  protected set(name: string, to: string): void {
    if (to !== '') this.changed.emit({ ...this.value(), [name]: to } as MeasureDocument);
  }

  protected pick(read: string): void {
    this.changed.emit(measureOf(read as MeasureDocument['read'], this.choices()));
  }
}

const wordsOf: Readonly<Record<MeasureDocument['read'], string>> = {
  payload: 'payload',
  harm: 'harm',
  health: 'health',
  'health-share': 'share of health',
  'share-before': 'share of health before it',
  'health-after': 'health after it',
  'health-share-after': 'share of health after it',
  rank: 'rank',
  stacks: 'stacks',
  'status-age': 'age of a status',
  counter: 'counter',
  distance: 'distance',
};

/** A measure with whatever it asks for chosen from what there is. */
export function measureOf(read: MeasureDocument['read'], { project, event }: RuleChoices): MeasureDocument {
  const { asks } = measureKinds[read];
  const first = {
    field: event?.fields.find((field) => typeof field.default !== 'string')?.name ?? '',
    status: project.statuses[0]?.id ?? '',
    counter: countersOf(project)[0] ?? 'count',
    of: 'target',
  };
  return { read, ...Object.fromEntries(asks.map((name) => [name, first[name]])) } as MeasureDocument;
}
