import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Effect, Preset } from '@undatio/core';
import { effectKinds, fieldsOfKind } from '@undatio/core/internal';
import { HistoryDesk } from '../history/historyDesk';
import { StrikeService } from '../playback/strikeService';
import { ScreenAddress } from '../project/screenAddress';
import { Dialog } from '../shared/dialog';
import { FamilyGlyph } from '../shared/familyGlyph';
import { LaneSelection } from '../tune/laneSelection';
import { PresetService } from './presetService';

/** Lanes under a name: saved, placed, and what of each is its place’s own. */
@Component({
  selector: 'und-presets-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Dialog, FamilyGlyph],
  template: `
    <und-dialog header="Presets" width="54rem" (closed)="presets.open.set(false)">
      <form class="save" (submit)="$event.preventDefault(); save(wanted)">
        <label class="field-label" for="preset-name">{{ chosenWords() }}</label>
        <input #wanted id="preset-name" maxlength="80" placeholder="Name of the preset" [disabled]="chosen().size === 0" />
        <button type="submit" class="plain" [disabled]="chosen().size === 0">Save</button>
      </form>
      @if (told(); as message) {
        <p class="problem" role="alert">{{ message }}</p>
      }
      <div class="both">
        <ul aria-label="All presets">
          @for (preset of presets.all(); track preset.id) {
            <li>
              <button type="button" class="one" [attr.aria-pressed]="shown()?.id === preset.id" (click)="picked.set(preset.id)">
                <b>{{ preset.label }}</b>
                <span class="glyphs">
                  @for (effect of preset.effects; track effect.id) {
                    <und-family-glyph [family]="familyOf(effect)" />
                  }
                </span>
                <span class="field-label">{{ usedWords(preset) }}</span>
              </button>
            </li>
          } @empty {
            <li class="field-label">
              None yet. Choose lanes on the strip (Ctrl or Shift with a click on their names, or X), and save them here.
            </li>
          }
        </ul>
        @if (shown(); as preset) {
          <section [attr.aria-label]="'The preset ' + preset.label">
            <input
              #label
              class="label"
              aria-label="Name"
              maxlength="80"
              [value]="preset.label"
              (change)="presets.rename(preset, label.value)"
            />
            <p class="field-label">Each place’s own: all else is the same wherever lanes follow it.</p>
            @for (effect of preset.effects; track effect.id) {
              <div class="lane" role="group" [attr.aria-label]="'Own of ' + nameOf(effect)">
                <span class="name"><und-family-glyph [family]="familyOf(effect)" /> {{ nameOf(effect) }}</span>
                <span class="fields">
                  @for (field of fieldsOf(preset, effect); track field.name) {
                    <button
                      type="button"
                      class="plain"
                      [attr.aria-pressed]="field.own"
                      (click)="presets.expose(preset, effect.id, field.name)"
                    >
                      {{ field.label }}
                    </button>
                  }
                </span>
              </div>
            }
            <p class="field-label">Followed in</p>
            <p class="uses">
              @for (use of presets.uses(preset); track use.sequence.id) {
                <button type="button" class="plain" (click)="go(use.sequence.id)">{{ use.sequence.label }} · {{ use.lanes }}</button>
              } @empty {
                <span class="field-label">no sequence</span>
              }
            </p>
            <p class="acts">
              <button type="button" class="plain" title="Its lanes follow the preset from now on" (click)="place(preset, 'linked')">
                Place here, following
              </button>
              <button type="button" class="plain" title="Its lanes go on alone" (click)="place(preset, 'free')">Place here, free</button>
              <button type="button" class="plain" title="What it was before" (click)="lookBack(preset)">History</button>
              <button type="button" class="plain" title="Its lanes stay where they are, free" (click)="presets.remove(preset)">
                Remove
              </button>
            </p>
          </section>
        }
      </div>
    </und-dialog>
  `,
  styleUrl: './presetsDialog.scss',
})
export class PresetsDialog {
  protected readonly presets = inject(PresetService);
  private readonly selection = inject(LaneSelection);
  private readonly address = inject(ScreenAddress);
  private readonly histories = inject(HistoryDesk);
  private readonly stage = toSignal(inject(StrikeService).stage$);
  protected readonly picked = signal<string | undefined>(undefined);
  /** Why a preset was not placed. */
  protected readonly told = signal<string | undefined>(undefined);
  protected readonly shown = computed(() => this.presets.all().find(({ id }) => id === this.picked()) ?? this.presets.all().at(0));
  protected readonly chosen = this.selection.ids;
  protected readonly chosenWords = computed(() => {
    const { size } = this.chosen();
    return size === 0 ? 'No lanes are chosen' : `Save the ${size === 1 ? 'chosen lane' : `${size} chosen lanes`} as`;
  });

  protected lookBack(preset: Preset): void {
    this.presets.open.set(false);
    this.histories.show(`presets/${preset.id}`);
  }

  protected save(box: HTMLInputElement): void {
    const label = box.value.trim();
    if (label === '') return;
    const id = this.presets.save(label, this.chosen());
    if (id === undefined) return;
    this.picked.set(id);
    box.value = '';
  }

  protected place(preset: Preset, how: 'linked' | 'free'): void {
    const problem = this.presets.place(preset, how);
    this.told.set(problem);
    if (problem === undefined) this.presets.open.set(false);
  }

  protected go(sequence: string): void {
    this.presets.open.set(false);
    this.address.turnTo('tune', [sequence]);
  }

  protected usedWords(preset: Preset): string {
    const uses = this.presets.uses(preset);
    // The sequence on the stage may have changed.
    this.stage();
    return uses.length === 0 ? 'not followed' : `followed in ${uses.length}`;
  }

  protected nameOf(effect: Effect): string {
    return effect.label ?? effect.id;
  }

  protected familyOf({ kind }: Effect): (typeof effectKinds)[keyof typeof effectKinds]['family'] {
    return effectKinds[kind].family;
  }

  /** The fields that matter most for a lane’s kind, and those that are exposed already. */
  protected fieldsOf(preset: Preset, { id, kind }: Effect): { name: string; label: string; own: boolean }[] {
    const own = new Set(preset.exposed.flatMap(({ lane, field }) => (lane === id ? [field] : [])));
    const fields = fieldsOfKind(effectKinds[kind]);
    const names = [...new Set([...effectKinds[kind].leads, 'delay', ...own])].filter((name) => Object.hasOwn(fields, name));
    return names.map((name) => ({ name, label: fields[name].label, own: own.has(name) }));
  }
}
