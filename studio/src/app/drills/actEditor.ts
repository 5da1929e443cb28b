import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Drill, Project } from '@undatio/core';
import { ScrubNumber } from '../shared/scrubNumber';
import { actChoices, newAct, onGrid, withAct, type Act } from './drillEdits';
import { DrillService } from './drillService';
import { LaunchEditor } from './launchEditor';

/** What is done about somebody: the word before the name, and the distance that it takes. */
const about = {
  approach: { word: 'after', name: 'within', label: 'Near enough', least: 0 },
  'keep-away': { word: 'from', name: 'beyond', label: 'Far enough', least: 0 },
  orbit: { word: 'round', name: 'distance', label: 'How far from it', least: 1 },
} as const;

/** One thing that somebody does in a drill: who, when, what, and with what numbers. */
@Component({
  selector: 'und-act-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LaunchEditor, ScrubNumber],
  templateUrl: './actEditor.html',
  styleUrl: './entryEditor.scss',
})
export class ActEditor {
  readonly drill = input.required<Drill>();
  readonly project = input.required<Project>();
  readonly index = input.required<number>();
  readonly pick = output<number>();

  protected readonly drills = inject(DrillService);
  protected readonly sorts = actChoices;
  protected readonly axes = ['x', 'y'] as const;
  protected readonly act = computed(() => this.drill().acts?.at(this.index()));
  private readonly actor = computed(() => {
    const cast = this.drill().actors.find(({ id }) => id === this.act()?.who);
    return this.project().actors.find(({ id }) => id === cast?.actor);
  });
  protected readonly moves = computed(() => this.actor()?.moves ?? []);
  protected readonly others = computed(() => this.drill().actors.filter(({ id }) => id !== this.act()?.who));
  /** How fast it goes: its actor's own speed, where a walk does not say. */
  protected readonly hasSpeed = computed(() => this.saidSpeed() !== undefined);
  protected readonly ownSpeed = computed(() => this.saidSpeed() ?? this.actor()?.speed ?? 100);
  private readonly saidSpeed = computed(() => {
    const act = this.act();
    return act && 'speed' in act ? act.speed : undefined;
  });
  /** Of what is done about somebody: about whom, and how near. */
  protected readonly near = computed(() => {
    const act = this.act();
    switch (act?.do) {
      case 'approach':
        return { ...about.approach, whom: act.whom, distance: act.within };
      case 'keep-away':
        return { ...about['keep-away'], whom: act.whom, distance: act.beyond };
      case 'orbit':
        return { ...about.orbit, whom: act.whom, distance: act.distance };
      default:
        return undefined;
    }
  });

  /** The same for somebody else, as far as that one can do it. */
  protected setWho(who: string): void {
    const act = this.act();
    if (!act) return;
    // A move is its actor's own, and nobody goes after oneself.
    const isAnother = act.do === 'move' || ('whom' in act && act.whom === who) || ('after' in act && act.after === who);
    const made = isAnother ? newAct(this.drill(), this.project().actors, act.do, act.at, who) : undefined;
    this.replace('who', made?.who === who ? made : ({ ...act, who } as Act));
  }

  protected setSort(what: string): void {
    const act = this.act();
    const made = act && newAct(this.drill(), this.project().actors, what as Act['do'], act.at, act.who);
    if (made) this.replace('what', made);
  }

  protected setAt(seconds: number, gesture: string): void {
    this.put('time', { at: onGrid(seconds, this.drill()) }, gesture);
  }

  protected put(what: string, part: Readonly<Record<string, unknown>>, gesture?: string): void {
    const act = this.act();
    if (act) this.replace(what, { ...act, ...part } as Act, gesture);
  }

  protected setDistance(name: 'within' | 'beyond' | 'distance', px: number, gesture: string): void {
    this.put(name, { [name]: px }, gesture);
  }

  /** Without a field that may be left out. */
  protected drop(name: 'toward' | 'speed' | 'round'): void {
    const act = this.act();
    if (!act) return;
    const { [name]: _, ...others } = act as Act & Readonly<Record<string, unknown>>;
    this.replace(name, others as Act);
  }

  protected setPoint(at: number, axis: 'x' | 'y', value: number, gesture: string): void {
    const act = this.act();
    if (act?.do !== 'walk') return;
    const points = act.points.map((point, i) => (i === at ? { ...point, [axis]: value } : point));
    this.put('where it walks', { points }, gesture);
  }

  protected addPoint(): void {
    const act = this.act();
    if (act?.do !== 'walk') return;
    const last = act.points[act.points.length - 1];
    this.put('one place more', { points: [...act.points, { x: last.x + 80, y: last.y }] });
  }

  protected dropPoint(at: number): void {
    const act = this.act();
    if (act?.do === 'walk') this.put('one place less', { points: act.points.filter((_, i) => i !== at) });
  }

  protected remove(): void {
    const who = this.act()?.who ?? '';
    this.drills.edit(`remove what ${this.drills.bodyName(who)} does`, (drill) => withAct(drill, this.index(), undefined).drill);
    this.pick.emit(-1);
  }

  protected replace(what: string, act: Act, gesture?: string): void {
    const { drill, place } = withAct(this.drill(), this.index(), act);
    this.drills.edit(`${what} of ${this.drills.bodyName(act.who)}`, () => drill, gesture);
    if (place !== this.index()) this.pick.emit(place);
  }
}
