import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { filter, map } from 'rxjs';
import { FolderChip } from './folderChip';
import { HistoryDesk } from './history/historyDesk';
import { HistoryPanel } from './history/historyPanel';
import { ActionService } from './palette/actionService';
import { KeySheet } from './palette/keySheet';
import { Palette } from './palette/palette';
import { ProjectService } from './project/projectService';
import { ScreenAddress } from './project/screenAddress';
import { SaveChip } from './saveChip';
import { SaveTrouble } from './saveTrouble';
import { KeyMap } from './shared/keyMap';
import { ThemeService } from './shared/themeService';
import { isTyping } from './shared/typing';

/** The frame of every screen: where one is, how saving stands, undo and redo, and the two charts. */
@Component({
  selector: 'und-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, RouterLinkActive, SaveChip, SaveTrouble, FolderChip, HistoryPanel, KeySheet, Palette],
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
  protected readonly desk = inject(HistoryDesk);
  protected readonly keys = inject(KeyMap);
  private readonly actions = inject(ActionService);
  /** Whether anything is being found, and whether the keys are shown. */
  protected readonly finding = signal(false);
  protected readonly sheet = signal(false);

  constructor() {
    this.actions.offer({
      'everywhere.find': () => this.find(),
      'everywhere.keys': () => this.sheet.set(true),
      'everywhere.history': () => this.desk.toggle(),
      'everywhere.undo': () => this.projects.undo(),
      'everywhere.redo': () => this.projects.redo(),
    });
  }

  /** The keys that are pressed before the palette is there; it takes them over with this. */
  protected readonly early = (): readonly string[] => {
    window.removeEventListener('keydown', this.keepEarly, true);
    return this.pressedEarly;
  };
  private pressedEarly: string[] = [];
  private readonly keepEarly = (event: KeyboardEvent): void => {
    event.preventDefault();
    event.stopImmediatePropagation();
    if (!event.ctrlKey && !event.metaKey) this.pressedEarly.push(event.key);
  };

  protected find(): void {
    if (this.finding()) return this.finding.set(false);
    this.pressedEarly = [];
    window.addEventListener('keydown', this.keepEarly, true);
    // Should it never come, the keys are given back.
    setTimeout(() => window.removeEventListener('keydown', this.keepEarly, true), 3000);
    this.finding.set(true);
  }

  protected toggleTheme(): void {
    this.themes.toggle();
  }

  protected loadMessage(): string {
    const state = this.load();
    return 'message' in state ? state.message : '';
  }

  protected key(event: KeyboardEvent): void {
    // Both ways of redoing that people are used to.
    const again = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'y';
    const id = again ? 'everywhere.redo' : this.keys.actionOf('everywhere', event);
    if (id === undefined || this.shelf() || this.load().type !== 'ready') return;
    const held = event.ctrlKey || event.metaKey;
    const searching = event.target instanceof HTMLInputElement && event.target.type === 'search';
    // A search has its own undo; a key by itself belongs to what is typed.
    if ((searching && id !== 'everywhere.find') || (!held && isTyping(event))) return;
    event.preventDefault();
    this.actions.run(id);
  }
}
