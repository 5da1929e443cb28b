import type { ElementRef } from '@angular/core';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  Injector,
  signal,
  viewChild,
} from '@angular/core';
import type { Settings } from '@undatio/core';
import { ProjectService } from '../project/projectService';
import { FileDrop } from '../shared/fileDrop';
import { SignaturePicture } from '../signatures/signaturePicture';
import { ago, counted, daysLeft } from './ago';
import { BringIn } from './bringIn';
import { broughtIn, droppedFiles } from './broughtIn';
import { NewProjectPanel } from './newProject';
import { ShelfApi, type Binned, type Listed } from './shelfApi';
import { ShelfService } from './shelfService';

const demo = 'elytra-league';

/** The shelf: each project by its look; new ones, copies, what was thrown away, in and out. */
@Component({
  selector: 'und-projects-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BringIn, NewProjectPanel, SignaturePicture],
  templateUrl: './projectsPage.html',
  styleUrl: './projectsPage.scss',
  hostDirectives: [FileDrop],
})
export class ProjectsPage {
  protected readonly shelf = inject(ShelfService);
  private readonly api = inject(ShelfApi);
  private readonly projects = inject(ProjectService);
  private readonly injector = inject(Injector);
  private readonly label = viewChild<ElementRef<HTMLInputElement>>('label');
  protected readonly now = signal(Date.now());
  protected readonly making = signal(false);
  protected readonly renaming = signal<string | undefined>(undefined);
  /** What is being brought in. */
  protected readonly bringing = signal<Blob | undefined>(undefined);
  protected readonly refused = signal('');

  protected readonly list = computed(() => {
    const state = this.shelf.state();
    return state.type === 'ready' ? state.projects : [];
  });
  protected readonly bin = computed(() => {
    const state = this.shelf.state();
    return state.type === 'ready' ? state.bin : [];
  });
  protected readonly failure = computed(() => {
    const state = this.shelf.state();
    return state.type === 'failed' ? state.message : '';
  });
  protected readonly demoGone = computed(() => this.shelf.state().type === 'ready' && !this.list().some(({ id }) => id === demo));

  constructor() {
    this.shelf.notice.set(undefined);
    this.shelf.read();
    inject(FileDrop).dropped.subscribe((dropped) => void this.bring(droppedFiles(dropped)));
    const clock = setInterval(() => this.now.set(Date.now()), 30_000);
    inject(DestroyRef).onDestroy(() => clearInterval(clock));
  }

  protected held({ counts }: Pick<Listed, 'counts'>): string {
    const { sequences, events, actors, assets } = counts;
    const words = [counted(sequences, 'sequence'), counted(events, 'event'), counted(actors, 'body', 'bodies'), counted(assets, 'asset')];
    return words.join(' · ');
  }

  protected thrown({ counts, since }: Binned): string {
    return `${counted(counts?.sequences ?? 0, 'sequence')} · kept ${counted(this.left(since), 'more day')}`;
  }

  protected startRenaming(id: string): void {
    this.renaming.set(id);
    afterNextRender(() => this.label()?.nativeElement.select(), { injector: this.injector });
  }

  protected changed({ changed }: Listed): string {
    return ago(Date.parse(changed), this.now());
  }

  private left(since: string): number {
    return daysLeft(Date.parse(since), this.now());
  }

  protected pictures({ id }: Listed) {
    return this.shelf.signatures().get(this.shelf.addressOf(id));
  }

  protected address(id: string): string {
    return `/projects/${id}/tune`;
  }

  protected archive(id: string, history = false): string {
    return this.api.archiveUrl(id, history);
  }

  protected rename(id: string, label: string): void {
    // Leaving the box by Enter takes it away, which leaves it once more.
    if (this.renaming() !== id) return;
    this.renaming.set(undefined);
    const wanted = label.trim();
    if (wanted === '' || this.list().some((listed) => listed.id === id && listed.label === wanted)) return;
    // The open project has its own way of saving, with its undo.
    if (this.projects.project?.id === id) this.projects.editSettings('rename the project', (settings) => ({ ...settings, label: wanted }));
    this.shelf.rename(id, wanted);
  }

  /** Turns to a project by a page of its own, so that nothing of another is left in it. */
  protected open({ id }: Settings): void {
    location.assign(this.address(id));
  }

  protected stored({ label }: Settings): void {
    this.bringing.set(undefined);
    this.shelf.notice.set({ text: `“${label}” is on the shelf.` });
    this.shelf.read();
  }

  protected chosen(input: HTMLInputElement): void {
    const files = [...(input.files ?? [])].map((file) => ({ path: file.webkitRelativePath || file.name, file }));
    input.value = '';
    void this.bring(Promise.resolve(files));
  }

  private async bring(files: Promise<{ path: string; file: File }[]>): Promise<void> {
    this.refused.set('');
    this.bringing.set(undefined);
    try {
      this.bringing.set(await broughtIn(await files));
    } catch (error) {
      this.refused.set((error as Error).message);
    }
  }
}
