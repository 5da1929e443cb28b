import type { ParticlePicture } from '../../contract.js';

/** The particles that are drawn without an asset, in the order of their numbers in frames. */
export const particlePictures = ['dot', 'spark', 'chip', 'puff'] as const satisfies readonly ParticlePicture[];
