import { draw, hash4, hashText } from '../../maths/hash.js';
import { advanceOf } from '../../maths/letterWidths.js';
import { openKit } from '../../runtime.js';
import { arenaCases } from './arenaCases.js';
import { arenaBase, arenaKinds, playArena, type ArenaFile } from './arenaVectors.js';
import { vectorBase } from './base.js';
import { allKindCases } from './kindVectors.js';
import { playerCases, playScript, type PlayerFile } from './playerVectors.js';
import { playCase, vectorDefaults } from './playVector.js';
import { mathsRules } from './rules/mathsRules.js';
import { placeRules } from './rules/placeRules.js';
import { timeRules } from './rules/timeRules.js';
import { soundRules, wordRules } from './rules/wordRules.js';
import { columns, type VectorCase, type VectorFile } from './vectorFile.js';

/** What a port needs besides the files: the base, the defaults, the columns, and the order in which it can be built. */
export interface VectorIndex {
  readonly about: string;
  readonly base: object;
  readonly defaults: object;
  readonly columns: typeof columns;
  /** Draws: of a seed, an effect’s id, a firing, an item and a channel, with the hash and the draw. */
  readonly hashes: readonly (readonly [number, string, number, number, string, number, number])[];
  /** How far letters move the pen, in hundredths of a capital’s height; `other` for all that are not here. */
  readonly letterWidths: Readonly<Record<string, number>>;
  /** Scripts of games, for ports that have a player. */
  readonly player: { readonly file: string; readonly about: string; readonly kinds: readonly string[] };
  /** Drills, for ports that let the rules decide. */
  readonly arena: { readonly file: string; readonly about: string; readonly kinds: readonly string[] };
  readonly files: readonly { readonly file: string; readonly about: string; readonly kinds: readonly string[] }[];
}

function fileOf(name: string, about: string, cases: readonly VectorCase[], defaults: ReturnType<typeof vectorDefaults>): VectorFile {
  const kinds = [...new Set(cases.flatMap(({ effects }) => effects.map(({ kind }) => String(kind))))].sort();
  return { name, about, kinds, vectors: cases.map((wanted) => playCase(wanted, openKit, defaults)) };
}

/** Every vector: the rules in the order in which a port can be built, then the kinds. */
export function makeVectors(): VectorFile[] {
  const defaults = vectorDefaults();
  const rules = [...mathsRules, ...timeRules, ...placeRules, ...wordRules, ...soundRules];
  return [
    ...rules.map(({ name, about, cases }) => fileOf(`rules/${name}`, about, cases, defaults)),
    ...allKindCases().map(([kind, about, cases]) => fileOf(`kinds/${kind}`, about, cases, defaults)),
  ];
}

const drawn = [
  [1, 'flash', 0, 0, 'amount'],
  [7, 'sparks', 0, 0, 'speed'],
  [7, 'sparks', 0, 41, 'speed'],
  [7, 'sparks', 2, 41, 'life'],
  [14600926, 'crack', 0, 0, 'clip'],
  [4294967295, 'à-é', 3, 2, 'place'],
] as const;

/** What a game with many strikes at once must give. */
export function makePlayerVectors(): PlayerFile {
  const defaults = vectorDefaults();
  const kinds = [...new Set(playerCases.flatMap(({ effects }) => effects.map(({ kind }) => String(kind))))].sort();
  return { name: 'player', about: aboutPlayer, kinds, scripts: playerCases.map((wanted) => playScript(wanted, openKit, defaults)) };
}

const aboutPlayer =
  'The player: each script makes one of the base’s kit, does its steps, and at each advance must give the game time that passed, the cues and the frame; rows end with the place of their body. For ports that play many strikes at once.';

/** What rules must decide. */
export function makeArenaVectors(): ArenaFile {
  const defaults = vectorDefaults();
  return {
    name: 'arena',
    about: aboutArena,
    kinds: arenaKinds,
    base: arenaBase,
    scripts: arenaCases.map((wanted) => playArena(wanted, openKit, defaults)),
  };
}

const aboutArena =
  'The rules: each script is a drill in an arena of a kit of the base, with the events, actors and sequences that stand here, its statuses, and a response for each of its ladders. Raise the script, advance to each instant in turn, and the log, the actors, their clocks’ rates, the signals and what meters show must be as written: what is empty, up, at its default, at full rate or not asked is left out; a rung has the words of why it did not answer, none where it did. Without `actors` the striker stands as b at −90 and the struck as m at 90, facing it; without a seed it is 1. For ports that decide.';

/** The index of the given files. */
export function vectorIndex(files: readonly VectorFile[], player: PlayerFile, arena: ArenaFile): VectorIndex {
  const letters = Array.from({ length: 95 }, (_, i) => String.fromCharCode(32 + i));
  return {
    about:
      'Build a port file by file. Each vector is a kit of the base with one sequence, blow, of the given effects, each completed from defaults; strike it with the payload and options, and every frame must be as written: what is absent is at rest or not drawn. Numbers agree within 1e-6 of their size or 1e-6.',
    base: vectorBase,
    defaults: vectorDefaults(),
    columns,
    hashes: drawn.map(([seed, effect, firing, item, channel]) => [
      seed,
      effect,
      firing,
      item,
      channel,
      hash4(seed, hashText(effect), firing, item, hashText(channel)),
      draw(seed, hashText(effect), firing, item, hashText(channel)),
    ]),
    letterWidths: {
      ...Object.fromEntries(letters.map((letter) => [letter, Math.round(advanceOf(letter) * 100)])),
      other: Math.round(advanceOf('é') * 100),
    },
    player: { file: `${player.name}.json`, about: player.about, kinds: player.kinds },
    arena: { file: `${arena.name}.json`, about: arena.about, kinds: arena.kinds },
    files: files.map(({ name, about, kinds }) => ({ file: `${name}.json`, about, kinds })),
  };
}
