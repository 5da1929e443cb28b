import { Injectable } from '@angular/core';
import { BehaviorSubject } from 'rxjs';

export type Theme = 'day' | 'night';

/** Which chart is shown. Follows the system until a person chooses, and remembers what they chose. */
@Injectable({ providedIn: 'root' })
export class ThemeService {
  private readonly system = window.matchMedia('(prefers-color-scheme: dark)');
  private readonly theme = new BehaviorSubject<Theme>(this.remembered() ?? this.systemTheme());
  readonly theme$ = this.theme.asObservable();

  constructor() {
    this.system.addEventListener('change', () => {
      if (!this.remembered()) this.theme.next(this.systemTheme());
    });
    this.theme$.subscribe((theme) => document.documentElement.setAttribute('data-theme', theme));
  }

  toggle(): void {
    const next = this.theme.value === 'day' ? 'night' : 'day';
    localStorage.setItem('undatio.theme', next);
    this.theme.next(next);
  }

  private systemTheme(): Theme {
    return this.system.matches ? 'night' : 'day';
  }

  private remembered(): Theme | undefined {
    const stored = localStorage.getItem('undatio.theme');
    return stored === 'day' || stored === 'night' ? stored : undefined;
  }
}
