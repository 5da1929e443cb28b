import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { EventType, PayloadField, Project } from '@undatio/core';
import { fieldNamePattern } from '@undatio/core/internal';
import type { DocumentState } from '../project/documentKey';
import { ProjectService } from '../project/projectService';
import { heldPer } from '../shared/heldPer';
import {
  fieldRemoved,
  fieldRenamed,
  fieldTypes,
  moved,
  newField,
  optionRenamed,
  refusalOf,
  usersOf,
  withField,
  type FieldType,
} from './eventEdits';

/** A change that waits for a yes, because others change with it. */
interface Question {
  readonly field: string;
  readonly text: string;
  readonly yes: string;
  readonly label: string;
  readonly states: readonly DocumentState[];
}

/** The fields of an event's payload, each a row with what it may be. */
@Component({
  selector: 'und-event-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './eventFields.html',
  styleUrl: './eventFields.scss',
})
export class EventFields {
  readonly event = input.required<EventType>();
  readonly project = input.required<Project>();

  private readonly projects = inject(ProjectService);
  protected readonly types = fieldTypes;
  protected readonly question = heldPer(
    () => this.event().id,
    (): Question | undefined => undefined,
  );
  /** Why the last change was not made, and of which field. */
  protected readonly refused = signal<{ readonly field: string; readonly why: string } | undefined>(undefined);
  /** Where each field is used: sequences by its name. */
  protected readonly users = computed(() => {
    const { id, fields } = this.event();
    return new Map(fields.map(({ name }) => [name, usersOf(this.project(), id, name)]));
  });

  protected typeLabel(type: FieldType): string {
    return fieldTypes.find((known) => known.type === type)?.label ?? type;
  }

  protected usedBy(name: string): string {
    const labels = (this.users().get(name) ?? []).map(({ sequence }) => this.labelOf(sequence));
    return labels.length === 0 ? 'not used' : `used by ${labels.length === 1 ? labels[0] : `${labels.length} sequences`}`;
  }

  protected usersTold(name: string): string {
    return (this.users().get(name) ?? []).map(({ sequence, places }) => `${this.labelOf(sequence)}: ${places.join(', ')}`).join('\n');
  }

  protected add(type: FieldType): void {
    const field = newField(type, this.event().fields);
    this.put(`add ${field.name}`, { ...this.event(), fields: [...this.event().fields, field] }, field.name);
  }

  protected move(at: number, step: number): void {
    this.put('move a field', { ...this.event(), fields: moved(this.event().fields, at, step) }, '');
  }

  /** Another part of a field that nothing else depends on. */
  protected set(field: PayloadField, part: Readonly<Record<string, unknown>>, box?: HTMLInputElement): void {
    const after = { ...field, ...part } as PayloadField & { unit?: string };
    if (after.unit === '') delete after.unit;
    // A default outside of new bounds follows them.
    if (after.type === 'number' && !('default' in part)) after.default = Math.min(after.max, Math.max(after.min, after.default));
    const done = this.put(`${field.name}: ${Object.keys(part).join(', ')}`, withField(this.event(), field.name, after), field.name);
    if (!done && box) box.value = box.defaultValue;
  }

  protected setNumber(field: PayloadField, name: string, box: HTMLInputElement): void {
    if (Number.isFinite(box.valueAsNumber)) this.set(field, { [name]: box.valueAsNumber }, box);
    else box.value = box.defaultValue;
  }

  protected rename(field: PayloadField, box: HTMLInputElement): void {
    const to = box.value.trim();
    if (to === field.name) return;
    box.value = field.name;
    if (!fieldNamePattern.test(to)) return this.refuse(field.name, 'expected letters and digits, a letter first');
    if (this.event().fields.some(({ name }) => name === to)) return this.refuse(field.name, `“${to}” is another field already`);
    const states = fieldRenamed(this.project(), this.event(), field.name, to);
    this.ask(field.name, states, `rename ${field.name} to ${to}`, `“${field.name}” becomes “${to}” in`, 'Rename in all');
  }

  protected remove(field: PayloadField): void {
    const states = fieldRemoved(this.project(), this.event(), field.name);
    const told = `Without “${field.name}”, what it decides stays as it is at ${String(field.default)} in`;
    this.ask(field.name, states, `remove ${field.name}`, told, 'Remove and fix each there');
  }

  protected renameOption(field: PayloadField, from: string, box: HTMLInputElement): void {
    const to = box.value.trim();
    box.value = from;
    if (to === '' || to === from || field.type !== 'kind') return;
    if (field.options.includes(to)) return this.refuse(field.name, `“${to}” is another option already`);
    const states = optionRenamed(this.project(), this.event(), field.name, from, to);
    this.ask(field.name, states, `rename ${from} to ${to}`, `“${from}” becomes “${to}” in`, 'Rename in all');
  }

  protected addOption(field: PayloadField): void {
    if (field.type !== 'kind') return;
    let n = field.options.length + 1;
    while (field.options.includes(`option ${n}`)) n++;
    this.set(field, { options: [...field.options, `option ${n}`] });
  }

  protected removeOption(field: PayloadField, option: string): void {
    if (field.type !== 'kind' || field.options.length < 2) return;
    const options = field.options.filter((other) => other !== option);
    this.set(field, { options, default: field.default === option ? options[0] : field.default });
  }

  protected answer({ label, states }: Question): void {
    this.question.set(undefined);
    this.projects.change(label, states);
  }

  /** Makes a change at once where it stays within the event, and asks first where sequences change with it. */
  private ask(field: string, states: readonly DocumentState[], label: string, told: string, yes: string): void {
    this.refused.set(undefined);
    const others = states.filter(([key]) => key.startsWith('sequences/')).map(([key]) => this.labelOf(key.slice('sequences/'.length)));
    if (others.length === 0) {
      this.question.set(undefined);
      this.projects.change(label, states);
    } else this.question.set({ field, label, states, yes, text: `${told} ${others.join(', ')}.` });
  }

  private labelOf(sequence: string): string {
    return this.project().sequences.find(({ id }) => id === sequence)?.label ?? sequence;
  }

  private refuse(field: string, why: string): void {
    this.refused.set({ field, why });
  }

  private put(label: string, event: EventType, field: string): boolean {
    const why = refusalOf(event);
    if (why !== undefined) {
      this.refuse(field, why);
      return false;
    }
    this.refused.set(undefined);
    this.projects.editDocument(`events/${event.id}`, label, () => event);
    return true;
  }
}
