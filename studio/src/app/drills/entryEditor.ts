import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Drill, Project } from '@undatio/core';
import { ScrubNumber } from '../shared/scrubNumber';
import { PayloadFieldControl, type PayloadChange } from '../tune/pad/payloadFieldControl';
import { onGrid, withEntry, type Entry } from './drillEdits';
import { DrillService } from './drillService';

/** One event of a script: what, when, by whom, on whom, with what, how often. */
@Component({
  selector: 'und-entry-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PayloadFieldControl, ScrubNumber],
  templateUrl: './entryEditor.html',
  styleUrl: './entryEditor.scss',
})
export class EntryEditor {
  readonly drill = input.required<Drill>();
  readonly project = input.required<Project>();
  readonly index = input.required<number>();
  readonly pick = output<number>();

  protected readonly drills = inject(DrillService);
  protected readonly parties = ['source', 'target'] as const;
  protected readonly entry = computed(() => this.drill().script.at(this.index()));
  protected readonly event = computed(() => this.project().events.find(({ id }) => id === this.entry()?.event));

  protected setField(name: string, { value, gesture }: PayloadChange): void {
    this.put('payload', { payload: { ...this.entry()?.payload, [name]: value } }, gesture);
  }

  protected setAt(seconds: number, gesture: string): void {
    this.put('time', { at: onGrid(seconds, this.drill()) }, gesture);
  }

  protected setEvent(event: string): void {
    const fields = this.project().events.find(({ id }) => id === event)?.fields ?? [];
    const kept = Object.entries(this.entry()?.payload ?? {}).filter(([name, value]) =>
      fields.some(
        (field) =>
          field.name === name && typeof field.default === typeof value && (field.type !== 'kind' || field.options.includes(String(value))),
      ),
    );
    this.put('event', { event, payload: Object.fromEntries(kept) });
  }

  protected setParty(party: 'source' | 'target', id: string): void {
    const entry = this.entry();
    if (!entry) return;
    const { [party]: _, ...others } = entry;
    this.replace(party, id === '' ? others : { ...others, [party]: id });
  }

  protected setRepeat(part: Partial<NonNullable<Entry['repeat']>>, gesture?: string): void {
    const { count, every } = { count: 2, every: 0.5, ...this.entry()?.repeat, ...part };
    this.put('repeats', { repeat: { count: Math.round(count), every } }, gesture);
  }

  protected dropRepeat(): void {
    const entry = this.entry();
    if (!entry) return;
    const { repeat: _, ...others } = entry;
    this.replace('repeats', others);
  }

  protected copy(): void {
    const entry = this.entry();
    if (!entry) return;
    const again = { ...entry, at: onGrid(entry.at + 0.2, this.drill()) };
    // The copy is selected, because it is edited next. In the sorted script it stands after all earlier and equal instants.
    const place = this.drill().script.filter(({ at }) => at <= again.at).length;
    this.drills.edit(`copy ${this.eventName(entry.event)}`, (drill) => ({
      ...drill,
      script: [...drill.script, again].sort((a, b) => a.at - b.at),
    }));
    this.pick.emit(place);
  }

  protected remove(): void {
    this.drills.edit(`remove ${this.eventName(this.entry()?.event ?? '')}`, (drill) => withEntry(drill, this.index(), undefined).drill);
    this.pick.emit(-1);
  }

  private eventName(id: string): string {
    return this.drills.names().of('event', id);
  }

  private put(what: string, part: Partial<Entry>, gesture?: string): void {
    const entry = this.entry();
    if (entry) this.replace(what, { ...entry, ...part }, gesture);
  }

  private replace(what: string, entry: Entry, gesture?: string): void {
    const { drill, place } = withEntry(this.drill(), this.index(), entry);
    this.drills.edit(`${what} of ${this.eventName(entry.event)}`, () => drill, gesture);
    if (place !== this.index()) this.pick.emit(place);
  }
}
