import { inject, Injectable } from '@angular/core';
import type { Actor, Sequence } from '@undatio/core';
import type { DrillTake } from '@undatio/core/internal';
import { StageSetUps } from '../stage/stageSetUps';
import type { Lent, StageTake } from './stageTake';
import { StrikeService } from './strikeService';

/** What a borrower has on the stage. */
export interface OnLoan extends Lent {
  readonly id: string;
  /** What people call it. */
  readonly label: string;
  readonly take: DrillTake;
  readonly bodies: readonly Actor[];
  /** The project's stage that they stand on, for what is behind them; the studio's own where none is said. */
  readonly stage?: string | undefined;
}

/** What a borrower has on the stage, as a take like any other. */
export function loanTake({ id, label, take, what, drill }: OnLoan): StageTake {
  const sequence: Sequence = { id, label, event: '', note: '', effects: [] };
  return { sequence, event: undefined, take: undefined, run: take, problem: undefined, solo: [], lent: { what, drill } };
}

/** The stage, lent to one after another: what somebody else has put there meanwhile is not taken away. */
@Injectable({ providedIn: 'root' })
export class StageLoan {
  private readonly strikes = inject(StrikeService);
  private readonly stages = inject(StageSetUps);
  private borrower: object | undefined;

  show(borrower: object, loan: OnLoan): void {
    const { bodies, stage } = loan;
    this.borrower = borrower;
    this.strikes.lend(loanTake(loan));
    this.stages.lend(bodies.length > 0 ? bodies : undefined, stage);
  }

  /** Gives the stage back to what is struck, if it is this borrower's. */
  giveBack(borrower: object): void {
    if (this.borrower !== borrower) return;
    this.borrower = undefined;
    this.strikes.lend(undefined);
    this.stages.lend(undefined);
  }
}
