import { ChangeDetectionStrategy, Component, computed, input, output, viewChild, type ElementRef } from '@angular/core';
import type { EventType } from '@undatio/core';
import type { TextMark } from '@undatio/core/internal';

/** A text with marks in braces: several lines to write in, and buttons that put the marks in. */
@Component({
  selector: 'und-marked-text',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <textarea
      #box
      rows="2"
      maxlength="200"
      spellcheck="false"
      [id]="inputId()"
      [value]="value()"
      (change)="changed.emit(box.value)"
      (keydown.enter)="$event.preventDefault(); box.blur()"
    ></textarea>
    <span class="marks" role="group" aria-label="Insert">
      @for (mark of all(); track mark.label) {
        <button
          type="button"
          class="plain"
          [title]="mark.about"
          [attr.aria-label]="'Insert ' + mark.label"
          (pointerdown)="$event.preventDefault()"
          (click)="put(mark)"
        >
          {{ mark.label }}
        </button>
      }
    </span>
  `,
  styles: `
    :host {
      display: grid;
      gap: 0.3rem;
    }
    textarea {
      width: 100%;
      min-width: 15rem;
      padding: 0.2rem 0.4rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
      resize: vertical;
      field-sizing: content;
    }
    .marks {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem;
    }
    .plain {
      padding: 0 0.35rem;
      font-size: 0.75rem;
    }
  `,
})
export class MarkedText {
  readonly inputId = input.required<string>();
  readonly value = input.required<string>();
  readonly marks = input.required<readonly TextMark[]>();
  /** The event whose fields can be put in. */
  readonly event = input<EventType>();
  readonly changed = output<string>();

  private readonly box = viewChild.required<ElementRef<HTMLTextAreaElement>>('box');
  protected readonly all = computed((): readonly TextMark[] => [
    ...(this.event()?.fields ?? []).map(({ name, label }) => ({
      label: `{${name}}`,
      before: `{${name}}`,
      after: '',
      about: `The value of the event’s field “${label}”.`,
    })),
    ...this.marks(),
  ]);

  /** Puts a mark in at the caret, or around what is selected. */
  protected put({ before, after }: TextMark): void {
    const box = this.box().nativeElement;
    const { selectionStart: from, selectionEnd: to, value } = box;
    const inside = after === '' ? '' : value.slice(from, to) || 'text';
    const kept = after === '' ? value.slice(from, to) : '';
    box.value = `${value.slice(0, from)}${before}${inside}${after}${kept}${value.slice(to)}`;
    box.focus();
    const caret = from + before.length;
    box.setSelectionRange(caret, caret + inside.length);
    this.changed.emit(box.value);
  }
}
