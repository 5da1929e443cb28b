import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { DocumentError, type Effect, type Preset, type Project, type Sequence } from '@undatio/core';
import {
  compileSequence,
  drift,
  followed,
  followedLane,
  followingSequences,
  freeId,
  presetOf,
  presetUses,
  setFree,
  withLaneTaken,
  withPreset,
} from '@undatio/core/internal';
import { StrikeService } from '../playback/strikeService';
import type { DocumentState } from '../project/documentKey';
import { ProjectService } from '../project/projectService';

/** How a lane stands to the preset that it follows. */
export interface Following {
  readonly preset: Preset;
  /** Fields that are no longer as the preset has them. */
  readonly apart: readonly string[];
  /** Lanes that follow the same one elsewhere. */
  readonly others: number;
}

/** Saves lanes as presets, places them, and keeps those that follow one together. Each change is one step to undo. */
@Injectable({ providedIn: 'root' })
export class PresetService {
  private readonly projects = inject(ProjectService);
  private readonly project = toSignal(this.projects.project$);
  private readonly stage = toSignal(inject(StrikeService).stage$);

  readonly open = signal(false);
  readonly all = computed(() => this.project()?.presets ?? []);

  toggle(): void {
    this.open.update((open) => !open);
  }

  /** Lanes of the sequence on the stage under a name; they follow it from then on. Returns the preset’s id. */
  save(label: string, ids: ReadonlySet<string>): string | undefined {
    const [project, sequence] = [this.project(), this.stage()?.sequence];
    if (!project || !sequence || ids.size === 0) return undefined;
    const id = freeId(label, new Set(project.presets.map((one) => one.id)), 'preset');
    const preset = presetOf(sequence, ids, { id, label });
    const effects = sequence.effects.map((effect): Effect =>
      ids.has(effect.id) ? { ...effect, preset: { of: id, lane: effect.id, placed: id } } : effect,
    );
    this.projects.change(`save the preset ${label}`, [
      [`presets/${id}`, preset],
      [`sequences/${sequence.id}`, { ...sequence, effects }],
    ]);
    return id;
  }

  /** Puts a preset’s lanes on the sequence on the stage. Says why, in a sentence, where they cannot be used there. */
  place(preset: Preset, how: 'linked' | 'free'): string | undefined {
    const [project, sequence] = [this.project(), this.stage()?.sequence];
    if (!project || !sequence) return undefined;
    const placed = withPreset(sequence, preset, how);
    try {
      compileSequence(placed, [], this.projects.compileContext(project));
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      return `It cannot be placed here: ${error.message}.`;
    }
    this.projects.edit(sequence.id, `place ${preset.label}`, () => placed);
    return undefined;
  }

  /** Sequences whose lanes follow a preset. */
  uses(preset: Preset): ReturnType<typeof presetUses> {
    const project = this.project();
    return project ? presetUses(project, preset.id) : [];
  }

  /** How a lane of a sequence stands to its preset; undefined where it follows none. */
  following(effect: Effect, sequence: Pick<Sequence, 'effects'>): Following | undefined {
    const project = this.project();
    const found = project && followedLane(effect, project.presets);
    if (!project || !found) return undefined;
    const others = presetUses(project, found.preset.id).reduce((sum, { lanes }) => sum + lanes, 0) - 1;
    return { preset: found.preset, apart: drift(effect, sequence, project.presets), others };
  }

  /** Brings a lane back to where its preset is. */
  bringBack(sequence: Sequence, effect: Effect): void {
    const { presets = [] } = this.project() ?? {};
    this.replace(sequence, effect, `bring ${effect.id} back to its preset`, (one) => followed(one, sequence, presets));
  }

  /** Lets a lane follow nothing any more. */
  setFree(sequence: Sequence, effect: Effect): void {
    this.replace(sequence, effect, `set ${effect.id} free`, setFree);
  }

  /** Makes the preset as a lane that follows it is: that reaches every other one. */
  takeOver(sequence: Sequence, effect: Effect): void {
    const found = this.following(effect, sequence);
    if (found) this.put(withLaneTaken(found.preset, effect, sequence), `change the preset ${found.preset.label}`);
  }

  rename(preset: Preset, label: string): void {
    if (label.trim() !== '' && label !== preset.label) this.put({ ...preset, label: label.trim().slice(0, 80) }, `rename ${preset.label}`);
  }

  /** Makes a field each place’s own, or the preset’s again. */
  expose(preset: Preset, lane: string, field: string): void {
    const rest = preset.exposed.filter((one) => one.lane !== lane || one.field !== field);
    const exposed = rest.length < preset.exposed.length ? rest : [...rest, { lane, field }];
    this.put({ ...preset, exposed }, `change what ${preset.label} exposes`);
  }

  /** The preset goes; its lanes stay where they are, on their own. */
  remove(preset: Preset): void {
    const { project } = this.projects;
    if (!project) return;
    const free = presetUses(project, preset.id).map(({ sequence }): DocumentState => {
      const effects = sequence.effects.map((effect) => (effect.preset?.of === preset.id ? setFree(effect) : effect));
      return [`sequences/${sequence.id}`, { ...sequence, effects }];
    });
    this.projects.remove(`remove the preset ${preset.label}`, [`presets/${preset.id}`], free);
  }

  /** The preset as it is to be, and every lane that follows it, in one step. */
  private put(preset: Preset, label: string): void {
    const { project } = this.projects;
    if (!project) return;
    const after: Project = { ...project, presets: project.presets.map((one) => (one.id === preset.id ? preset : one)) };
    this.projects.change(label, [
      [`presets/${preset.id}`, preset],
      ...followingSequences(after, preset.id).map((sequence): DocumentState => [`sequences/${sequence.id}`, sequence]),
    ]);
  }

  private replace(sequence: Sequence, { id }: Effect, label: string, by: (effect: Effect) => Effect): void {
    this.projects.edit(sequence.id, label, (before) => ({
      ...before,
      effects: before.effects.map((effect) => (effect.id === id ? by(effect) : effect)),
    }));
  }
}
