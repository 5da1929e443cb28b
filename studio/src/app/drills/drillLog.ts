import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { answeredWords, cameWords, partiesWords, touchWords, type LogEntry } from '@undatio/core/internal';
import { PlaybackService } from '../playback/playbackService';
import { DrillService } from './drillService';

/** More lines than this are not shown at once. */
const mostLines = 400;

/** What was raised, which rung answered, what came of it, and why not the others. A line jumps to its instant. */
@Component({
  selector: 'und-drill-log',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <input
        #filter
        aria-label="Filter by actor, event or rung"
        placeholder="actor, event or rung"
        [value]="wanted()"
        (input)="wanted.set(filter.value)"
      />
      <span class="hint">{{ lines().length }} of {{ log().length }}</span>
    </div>
    <ol>
      @for (line of shown(); track line.entry.number) {
        <li [class.now]="line.entry === latest()" [class.none]="line.answered === ''">
          <button type="button" (click)="go(line.entry)">
            <span class="number at">{{ line.at }}</span>
            <span class="what">
              <b>{{ line.event }}</b> {{ line.who }}
              <span class="rung">{{ line.answered || (line.entry.standing === 'up' ? 'no rung' : 'is ' + line.entry.standing) }}</span>
            </span>
          </button>
          @if (line.happened !== '') {
            <span class="came">{{ line.happened }}</span>
          }
          @if (line.passed.length > 0) {
            <details>
              <summary>why not the others</summary>
              @for (one of line.passed; track one.rung) {
                <span class="why"
                  ><b>{{ rungName(line.entry, one.rung) }}</b> {{ one.why }}</span
                >
              }
            </details>
          }
        </li>
      } @empty {
        <li class="hint">Nothing of that sort happens.</li>
      }
    </ol>
    @if (lines().length > shown().length) {
      <p class="hint">{{ lines().length - shown().length }} more: filter, or look on from the playhead.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr) auto;
      min-height: 0;
      font-size: 0.8125rem;
    }
    .head {
      display: flex;
      align-items: baseline;
      gap: 0.5rem;
      padding: 0.3rem 0.5rem;
    }
    input {
      flex: 1;
      min-width: 4rem;
      padding: 0.1rem 0.3rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
    }
    ol {
      margin: 0;
      padding: 0;
      overflow: auto;
      list-style: none;
      scrollbar-width: thin;
    }
    li {
      padding: 0.15rem 0.5rem;
      border-top: 1px solid var(--rule);
    }
    li.now {
      background: var(--wash);
      box-shadow: inset 3px 0 0 var(--contact);
    }
    button {
      display: flex;
      gap: 0.5rem;
      width: 100%;
      padding: 0;
      border: 0;
      background: none;
      color: var(--ink);
      text-align: left;
      cursor: pointer;
    }
    .at {
      flex: none;
      min-width: 2.9rem;
      color: var(--faint-ink);
      text-align: right;
    }
    .rung {
      display: inline-block;
      padding: 0 0.3rem;
      border: 1px solid var(--sea);
      border-radius: 3px;
    }
    .none .rung {
      border-color: var(--warn);
      border-style: dashed;
      color: var(--warn);
    }
    .came,
    details {
      display: block;
      margin-left: 3.4rem;
      color: var(--faint-ink);
    }
    summary {
      cursor: pointer;
      font-size: 0.75rem;
    }
    .why {
      display: block;
    }
    .hint {
      padding: 0.2rem 0.5rem;
      color: var(--faint-ink);
      font-size: 0.75rem;
    }
  `,
})
export class DrillLog {
  readonly log = input.required<readonly LogEntry[]>();

  private readonly playback = inject(PlaybackService);
  private readonly names = inject(DrillService).names;
  private readonly time = toSignal(this.playback.playhead$, { initialValue: 0 });
  protected readonly wanted = signal('');
  /** The last event at or before the playhead. */
  protected readonly latest = computed(() => this.log().findLast(({ at }) => at <= this.time() + 1e-6));
  protected readonly lines = computed(() => {
    const words = this.wanted().toLowerCase().split(/\s+/).filter(Boolean);
    return this.log().flatMap((entry) => {
      const names = this.names();
      const answered = answeredWords(entry, names);
      const event = names.of('event', entry.event);
      const who = partiesWords(entry, names);
      const text = `${event} ${who} ${answered}`.toLowerCase();
      if (!words.every((word) => text.includes(word))) return [];
      return [
        {
          entry,
          event,
          answered,
          at: entry.at.toFixed(2),
          who,
          happened: [touchWords(entry, names), cameWords(entry, false, names)].filter(Boolean).join(' · '),
          passed: entry.rungs.filter(({ answer }) => answer === 'passed'),
        },
      ];
    });
  });
  protected readonly shown = computed(() => {
    const lines = this.lines();
    if (lines.length <= mostLines) return lines;
    const from = Math.max(0, lines.findIndex(({ entry }) => entry === this.latest()) - 20);
    return lines.slice(from, from + mostLines);
  });

  protected rungName({ event }: LogEntry, rung: string): string {
    return this.names().of('rung', rung, event);
  }

  protected go({ at }: LogEntry): void {
    this.playback.scrub(at);
  }
}
