import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, debounceTime, filter, of, switchMap, tap } from 'rxjs';
import { ToggleSwitchModule } from 'primeng/toggleswitch';
import { FormsModule } from '@angular/forms';
import { ButtonModule } from 'primeng/button';
import { SelectButtonModule } from 'primeng/selectbutton';
import type { Conventions } from '@undatio/core';
import { unplayedSequences } from '@undatio/core/internal';
import { ScrubNumber, type NumberChange } from '../shared/scrubNumber';
import { ProjectApi, type KitContents } from '../project/projectApi';
import { ProjectService } from '../project/projectService';

/** What the kit will contain, problems first; the download, and the same without a browser. */
@Component({
  selector: 'und-ship-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ToggleSwitchModule, FormsModule, ButtonModule, SelectButtonModule, ScrubNumber],
  templateUrl: './shipPage.html',
  styleUrl: './shipPage.scss',
})
export class ShipPage {
  private readonly projects = inject(ProjectService);
  private readonly api = inject(ProjectApi);
  protected readonly project = toSignal(this.projects.project$);
  /** The address at which the yard plays this project's kit. */
  protected readonly yard = computed(() => `/yard/?project=${encodeURIComponent(this.project()?.id ?? '')}`);
  private readonly save = toSignal(this.projects.save$, { requireSync: true });
  private readonly tries = signal(0);
  protected readonly unsaved = computed(() => this.save().type !== 'saved');
  protected readonly failed = signal(false);
  /** Whether the runtime leaves out the kinds that no sequence uses. */
  protected readonly lean = signal(false);

  /** Read anew once everything is saved. Undefined while it is being worked out. */
  protected readonly contents = toSignal<KitContents | undefined>(
    toObservable(computed(() => ({ id: this.project()?.id, ready: !this.unsaved(), tries: this.tries(), lean: this.lean() }))).pipe(
      filter(({ id, ready }) => id !== undefined && ready),
      debounceTime(50),
      switchMap(({ id, lean }) =>
        this.api.kitContents(id ?? '', lean).pipe(
          tap(() => this.failed.set(false)),
          catchError(() => {
            this.failed.set(true);
            return of(undefined);
          }),
        ),
      ),
    ),
  );
  protected readonly errors = computed(() => this.contents()?.problems.filter(({ severity }) => severity === 'error') ?? []);
  protected readonly warnings = computed(() => this.contents()?.problems.filter(({ severity }) => severity === 'warning') ?? []);
  /** Names of the sequences that no rule plays; empty if there are none. */
  protected readonly unplayed = computed(() => {
    const project = this.project();
    return (project ? unplayedSequences(project) : []).map(({ label }) => label).join(', ');
  });
  protected readonly kitUrl = computed(() => this.api.kitUrl(this.project()?.id ?? '', this.lean()));
  protected readonly command = computed(
    () => `npx undatio export saved:${this.project()?.id} --out ${this.project()?.id}.kit.zip${this.lean() ? ' --lean' : ''}`,
  );
  protected readonly conventions = computed(() => this.project()?.conventions);
  protected readonly axes = [
    { value: 'down', label: 'down' },
    { value: 'up', label: 'up' },
  ];
  protected readonly angles = [
    { value: 'degrees', label: 'degrees' },
    { value: 'radians', label: 'radians' },
  ];
  protected readonly copyWords = signal('Copy');

  protected set(part: Partial<Conventions>, gesture?: string): void {
    this.projects.editSettings(
      'the game’s conventions',
      (settings) => ({ ...settings, conventions: { ...settings.conventions, ...part } }),
      gesture,
    );
  }

  protected setFrameRate({ value, gesture }: NumberChange): void {
    this.set({ frameRate: Math.round(value) }, gesture);
  }

  protected retry(): void {
    this.tries.update((n) => n + 1);
  }

  protected download(): void {
    const link = document.createElement('a');
    link.href = this.kitUrl();
    link.download = `${this.project()?.id}.kit.zip`;
    link.click();
    if (!this.project()?.idsInUse) this.setIdsInUse(true);
  }

  /** Ids follow names until a game uses them: after that, a new name must break no game. */
  protected setIdsInUse(inUse: boolean): void {
    this.projects.editSettings(inUse ? 'keep the ids' : 'let ids follow names', (settings) => ({ ...settings, idsInUse: inUse }));
  }

  /** A browser may refuse it: then the command is selected, so that a key copies it. */
  protected async copy(command: HTMLElement): Promise<void> {
    try {
      await navigator.clipboard.writeText(this.command());
      this.copyWords.set('Copied');
    } catch {
      getSelection()?.selectAllChildren(command);
      this.copyWords.set('Selected: Ctrl+C copies it');
    }
  }

  protected size(bytes: number): string {
    return bytes < 1000 ? `${bytes} B` : `${(bytes / 1000).toFixed(1)} kB`;
  }
}
