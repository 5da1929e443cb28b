import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { answeredWords, cameWords, partiesWords, touchWords, untoldCues, type Cue, type LogEntry } from '@undatio/core/internal';
import { PlaybackService } from '../playback/playbackService';
import { DrillService } from './drillService';

/** More lines than this are not shown at once. */
const mostLines = 400;

/** A line of the log. */
interface Line {
  readonly key: string;
  readonly time: number;
  readonly at: string;
  readonly name: string;
  readonly who: string;
}

/** The line of an event, with the rungs that matched. */
interface EventLine extends Line {
  readonly entry: LogEntry;
  readonly answered: string;
  readonly happened: string;
  readonly passed: LogEntry['rungs'];
}

/**
 * Lists the events of a drill with the rungs that matched, the outcomes, and why other rungs did not match; and the sequences that
 * statuses, moves and projectiles play. A click on a line moves the playhead to its time.
 */
@Component({
  selector: 'und-drill-log',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <input
        #filter
        aria-label="Filter by actor, event, sequence or rung"
        placeholder="actor, event, sequence or rung"
        [value]="wanted()"
        (input)="wanted.set(filter.value)"
      />
      <span class="hint">{{ lines().length }} of {{ all().length }}</span>
    </div>
    <ol>
      @for (line of shown(); track line.key) {
        @let told = ofEvent(line);
        <li [class.now]="line === latest()" [class.none]="told?.answered === ''">
          <button type="button" (click)="go(line)">
            <span class="number at">{{ line.at }}</span>
            <span class="what">
              @if (told) {
                <b>{{ line.name }}</b> {{ line.who }}
                <span class="rung">{{ told.answered || (told.entry.standing === 'up' ? 'no rung' : 'is ' + told.entry.standing) }}</span>
              } @else {
                plays <b>{{ line.name }}</b> {{ line.who }}
              }
            </span>
          </button>
          @if (told) {
            @if (told.happened !== '') {
              <span class="came">{{ told.happened }}</span>
            }
            @if (told.passed.length > 0) {
              <details>
                <summary>why not the others</summary>
                @for (one of told.passed; track one.rung) {
                  <span class="why"
                    ><b>{{ rungName(told.entry, one.rung) }}</b> {{ one.why }}</span
                  >
                }
              </details>
            }
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
  /** All sequences that the run plays. */
  readonly cues = input.required<readonly Cue[]>();

  private readonly playback = inject(PlaybackService);
  private readonly names = inject(DrillService).names;
  private readonly time = toSignal(this.playback.playhead$, { initialValue: 0 });
  protected readonly wanted = signal('');
  protected readonly all = computed((): readonly Line[] => {
    const names = this.names();
    const events = this.log().map((entry, i): EventLine => ({
      key: `event ${i}`,
      entry,
      time: entry.at,
      at: entry.at.toFixed(2),
      name: names.of('event', entry.event),
      who: partiesWords(entry, names),
      answered: answeredWords(entry, names),
      happened: [touchWords(entry, names), cameWords(entry, false, names)].filter(Boolean).join(' · '),
      passed: entry.rungs.filter(({ answer }) => answer === 'passed'),
    }));
    const plays = untoldCues(this.log(), this.cues()).map((cue): Line => ({
      key: `cue ${cue.serial}`,
      time: cue.at,
      at: cue.at.toFixed(2),
      name: names.of('sequence', cue.sequence),
      who: partiesWords(cue, names),
    }));
    // The sort is stable: at the same time, events stand before the sequences that they caused.
    return plays.length === 0 ? events : [...events, ...plays].sort((a, b) => a.time - b.time);
  });
  /** The last line at or before the playhead. */
  protected readonly latest = computed(() => this.lines().findLast(({ time }) => time <= this.time() + 1e-6));
  protected readonly lines = computed(() => {
    const words = this.wanted().toLowerCase().split(/\s+/).filter(Boolean);
    return this.all().filter((line) => {
      const text = `${line.name} ${line.who} ${this.ofEvent(line)?.answered ?? ''}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
  });
  protected readonly shown = computed(() => {
    const lines = this.lines();
    const latest = this.latest();
    if (lines.length <= mostLines) return lines;
    const from = Math.max(0, (latest ? lines.indexOf(latest) : 0) - 20);
    return lines.slice(from, from + mostLines);
  });

  /** The line of an event; undefined for the line of a played sequence. */
  protected ofEvent(line: Line): EventLine | undefined {
    return 'entry' in line ? (line as EventLine) : undefined;
  }

  protected rungName({ event }: LogEntry, rung: string): string {
    return this.names().of('rung', rung, event);
  }

  protected go({ time }: Line): void {
    this.playback.scrub(time);
  }
}
