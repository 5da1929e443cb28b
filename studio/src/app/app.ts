import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { filter, map } from 'rxjs';
import { FolderChip } from './folderChip';
import { ProjectService } from './project/projectService';
import { ScreenAddress } from './project/screenAddress';
import { SaveChip } from './saveChip';
import { ThemeService } from './shared/themeService';

/** The frame of every screen: where one is, how saving stands, undo and redo, and the two charts. */
@Component({
  selector: 'und-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive, SaveChip, FolderChip],
  templateUrl: './app.html',
  styleUrl: './app.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class App {
  private readonly themes = inject(ThemeService);
  protected readonly projects = inject(ProjectService);
  protected readonly address = inject(ScreenAddress);
  /** Whether the shelf is shown, to which nothing of the open project belongs. */
  protected readonly shelf = toSignal(
    inject(Router).events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => urlAfterRedirects.split(/[?#]/)[0] === '/projects'),
    ),
    { initialValue: true },
  );
  protected readonly load = toSignal(this.projects.load$, { requireSync: true });
  protected readonly project = toSignal(this.projects.project$);
  protected readonly history = toSignal(this.projects.history$, { requireSync: true });
  protected readonly theme = toSignal(this.themes.theme$, { requireSync: true });

  protected toggleTheme(): void {
    this.themes.toggle();
  }

  protected loadMessage(): string {
    const state = this.load();
    return 'message' in state ? state.message : '';
  }

  protected key(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.altKey || this.shelf()) return;
    const typing = event.target instanceof HTMLInputElement && event.target.type === 'search';
    const key = event.key.toLowerCase();
    if (typing || (key !== 'z' && key !== 'y')) return;
    event.preventDefault();
    if (key === 'y' || event.shiftKey) this.projects.redo();
    else this.projects.undo();
  }
}
