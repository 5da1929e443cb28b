import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { ProjectService } from './projectService';

export type Screen = 'tune' | 'rules' | 'drills' | 'actors' | 'assets' | 'ship';

/** Where the screens of the open project are: each project has addresses of its own. */
@Injectable({ providedIn: 'root' })
export class ScreenAddress {
  private readonly projects = inject(ProjectService);
  private readonly router = inject(Router);

  /** Commands for the router; the shelf while no project is open. */
  of(screen: Screen, ...rest: string[]): string[] {
    const { opened } = this.projects;
    return opened === undefined ? ['/projects'] : ['/projects', opened, screen, ...rest];
  }

  /** Stays with a document that has another id now. */
  followId(screen: Screen, from: string, to: string): void {
    if (to !== from) this.turnTo(screen, [to], { replaceUrl: true });
  }

  turnTo(screen: Screen, rest: readonly string[] = [], options: { replaceUrl?: boolean } = {}): void {
    void this.router.navigate(this.of(screen, ...rest), options);
  }
}
