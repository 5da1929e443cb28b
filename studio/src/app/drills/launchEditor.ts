import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { PayloadField, Project } from '@undatio/core';
import { ScrubNumber } from '../shared/scrubNumber';
import { PayloadFieldControl, type PayloadChange } from '../tune/pad/payloadFieldControl';
import { aimOf, launchAims, withAim, type Act, type DrillActor, type LaunchAim } from './drillEdits';
import { DrillService } from './drillService';

type Launch = Extract<Act, { do: 'launch' }>;

/** Something that somebody lets fly in a drill: what, where to, how fast, and what comes of it. */
@Component({
  selector: 'und-launch-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PayloadFieldControl, ScrubNumber],
  templateUrl: './launchEditor.html',
  styleUrl: './entryEditor.scss',
  // It stands within another editor, which has the room around.
  styles: ':host { padding: 0; }',
})
export class LaunchEditor {
  readonly act = input.required<Launch>();
  readonly project = input.required<Project>();
  readonly others = input.required<readonly DrillActor[]>();
  readonly changed = output<{ readonly what: string; readonly part: Readonly<Record<string, unknown>>; readonly gesture?: string }>();
  readonly replaced = output<{ readonly what: string; readonly act: Act }>();

  protected readonly drills = inject(DrillService);
  protected readonly aims = launchAims;
  protected readonly aim = computed(() => aimOf(this.act()));
  protected readonly axes = ['x', 'y'] as const;
  protected readonly raised = [
    { name: 'meets', words: 'on whom it meets', label: 'Event raised on whom it meets' },
    { name: 'lands', words: 'where it ends', label: 'Event raised where it ends' },
  ] as const;
  /** What its events have that a person says: directions are those of its flight. */
  protected readonly fields = computed((): PayloadField[] => {
    const { meets, lands } = this.act();
    const fields = this.project()
      .events.filter(({ id }) => id === meets || id === lands)
      .flatMap((event) => event.fields);
    return fields.filter(({ name, type }, i) => type !== 'direction' && fields.findIndex((one) => one.name === name) === i);
  });

  protected put(what: string, part: Readonly<Record<string, unknown>>, gesture?: string): void {
    this.changed.emit({ what, part, ...(gesture !== undefined && { gesture }) });
  }

  protected setAim(aim: string): void {
    this.replaced.emit({ what: 'aim', act: withAim(this.act(), aim as LaunchAim, this.others().at(0)?.id) });
  }

  /** The event that comes of it, without values that it has no field for. */
  protected setEvent(name: 'meets' | 'lands', id: string): void {
    const { [name]: _, payload = {}, ...others } = this.act();
    const next: Launch = id === '' ? others : { ...others, [name]: id };
    const known = new Set(
      this.project()
        .events.filter((event) => event.id === next.meets || event.id === next.lands)
        .flatMap(({ fields }) => fields.map((field) => field.name)),
    );
    const kept = Object.entries(payload).filter(([field]) => known.has(field));
    this.replaced.emit({ what: 'event', act: { ...next, ...(kept.length > 0 && { payload: Object.fromEntries(kept) }) } });
  }

  /** What follows it from where it is let go to where it ends. */
  protected setSequence(id: string): void {
    const { sequence: _, ...others } = this.act();
    this.replaced.emit({ what: 'what follows it', act: id === '' ? others : { ...others, sequence: id } });
  }

  protected setField(name: string, { value, gesture }: PayloadChange): void {
    this.put('payload', { payload: { ...this.act().payload, [name]: value } }, gesture);
  }

  protected setPierce(count: number, gesture: string): void {
    this.put('how many it goes through', { pierce: Math.round(count) }, gesture);
  }

  protected setPlace(axis: 'x' | 'y', value: number, gesture: string): void {
    this.put('place', { to: { x: 0, y: 0, ...this.act().to, [axis]: value } }, gesture);
  }
}
