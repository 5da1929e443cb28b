import { effectKinds, fieldsOfKind } from '../effects/registry.js';
import { formatPath } from '../model/documentError.js';
import type { Problem } from '../model/problem.js';
import type { Project } from '../model/project.js';
import { drift, followedLane } from '../presets/following.js';
import { usesOfSequence } from './uses.js';

/** Lanes that follow a preset which is gone, or that are no longer as it is; and presets that name assets which are not there. */
export function presetProblems({ sequences, presets, assets }: Pick<Project, 'sequences' | 'presets' | 'assets'>): Problem[] {
  const warning = (path: string, message: string): Problem => ({ severity: 'warning', path, message });
  const known = new Set(assets.map(({ id }) => id));
  return [
    ...sequences.flatMap((sequence, i) =>
      sequence.effects.flatMap((effect, k): Problem[] => {
        const link = effect.preset;
        if (!link) return [];
        const path = formatPath(['sequences', i, 'effects', k, 'preset']);
        if (!followedLane(effect, presets)) {
          const there = presets.some(({ id }) => id === link.of);
          const expected = there
            ? `a ${effect.kind} "${link.lane}" in the preset "${link.of}"`
            : `a preset of the project, found "${link.of}"`;
          return [warning(path, `expected ${expected}; the lane follows nothing`)];
        }
        const fields = fieldsOfKind(effectKinds[effect.kind]);
        const apart = drift(effect, sequence, presets).map((name) =>
          Object.hasOwn(fields, name) ? fields[name].label.toLowerCase() : name,
        );
        return apart.length === 0 ? [] : [warning(path, `has drifted from the preset "${link.of}": ${apart.join(', ')}`)];
      }),
    ),
    ...presets.flatMap((preset, i) =>
      usesOfSequence({ ...preset, event: '' }).flatMap(({ collection, id, need, path }): Problem[] =>
        collection === 'assets' && !known.has(id)
          ? [warning(formatPath(['presets', i]) + `.${path}`, `expected a ${need} asset of the project, found "${id}"`)]
          : [],
      ),
    ),
  ];
}
