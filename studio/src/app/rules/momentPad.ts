import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { EventType, Project, Status } from '@undatio/core';
import { ScrubNumber } from '../shared/scrubNumber';
import { PayloadFieldControl } from '../tune/pad/payloadFieldControl';
import { MomentService, type PartyState } from './momentService';

/** The moment that the ladder is asked at: the payload as controls, and how both parties are. */
@Component({
  selector: 'und-moment-pad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PayloadFieldControl, ScrubNumber],
  templateUrl: './momentPad.html',
  styleUrl: './momentPad.scss',
})
export class MomentPad {
  readonly event = input.required<EventType>();
  readonly project = input.required<Project>();
  readonly struck = output();

  private readonly moments = inject(MomentService);
  protected readonly moment = this.moments.moment;
  protected readonly parties = ['target', 'source'] as const;
  protected readonly standings = ['up', 'down', 'gone'] as const;
  protected readonly verdict = computed(() => {
    const answered = this.moments.answers().filter(({ answer }) => answer === 'answered');
    if (answered.length === 0) return 'No rung answers.';
    const labels = this.project().responses.flatMap(({ event, rungs }) => (event === this.event().id ? rungs : []));
    return answered.map(({ rung }) => labels.find(({ id }) => id === rung)?.label ?? rung).join(', then ');
  });

  protected set(name: string, value: number | string | boolean): void {
    this.moments.setField(name, value);
  }

  protected most({ actor }: PartyState): number {
    return this.project().actors.find(({ id }) => id === actor)?.health?.most ?? 100;
  }

  protected health(state: PartyState): number {
    return Math.min(this.most(state), state.health ?? this.most(state));
  }

  protected put(party: 'source' | 'target', part: Partial<PartyState>): void {
    this.moments.setParty(party, part);
  }

  protected has(state: PartyState, { id }: Status): boolean {
    return id in state.ages;
  }

  protected stacks(state: PartyState, { id }: Status): number {
    return id in state.stacks ? state.stacks[id] : 1;
  }

  protected toggle(party: 'source' | 'target', { id }: Status): void {
    const { ages } = this.moment()[party];
    const { [id]: age, ...others } = ages;
    this.put(party, { ages: age === undefined ? { ...ages, [id]: 0 } : others });
  }

  protected setAge(party: 'source' | 'target', id: string, age: number): void {
    this.put(party, { ages: { ...this.moment()[party].ages, [id]: age } });
  }

  protected setStacks(party: 'source' | 'target', id: string, stacks: number): void {
    this.put(party, { stacks: { ...this.moment()[party].stacks, [id]: Math.round(stacks) } });
  }

  protected setTurn(turn: number): void {
    this.moments.set({ turn: Math.round(turn) });
  }

  protected setSince(since: number | undefined): void {
    this.moments.set({ since });
  }
}
