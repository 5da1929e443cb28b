import type { Frame } from '../contract.js';
import type { Project, StageSetUp } from '../model/project.js';
import type { DrillFrame } from '../player/drillTake.js';
import type { RapidFrame } from '../player/rapidFire.js';
import type { Degrees } from '../units.js';
import type { Affine } from './affine.js';
import type { PictureLight } from './pictureLight.js';
import type { StageBackground } from './stageGrounds.js';

/** Who stands where, and before what. */
export interface LitStage {
  /** The project as it stands on the stage. */
  readonly project: Pick<Project, 'actors' | 'assets' | 'conventions' | 'seen'>;
  readonly setUp: Pick<StageSetUp, 'background' | 'ground'> | undefined;
  readonly background: StageBackground;
  /** How light its pictures are; one that is not among them is not drawn. */
  readonly pictures: ReadonlyMap<string, PictureLight>;
}

/** How the world lies on a canvas at an instant: where each px of it goes, how many cells that is, and how the view is turned. */
export interface Lying {
  readonly toCanvas: Affine;
  readonly scale: number;
  readonly roll: Degrees;
}

/** Whatever the stage shows. */
export type AnyFrame = Frame | RapidFrame | DrillFrame;
