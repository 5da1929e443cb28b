import { readFile } from 'node:fs/promises';
import { kitDocument, openKit, readProjectText, type Kit, type Player, type Project } from '@undatio/core';
import type { Line } from './engine.js';
import { timeTogether } from './measure.js';

const sequence = 'lance-heavy';
const alive = 100;
/** Bodies that they fall on in turn. */
const crowd = 25;
const step = 1 / 60;

/** What many takes at once cost, against the same takes one by one, and whether memory stays flat. */
export async function playerLines(root: string): Promise<Line[]> {
  const { project } = readProjectText(await readFile(`${root}demo/elytra-league.undatio.json`, 'utf8'));
  if (!project) throw new Error('the demo cannot be read');
  const kit = openKit(JSON.parse(JSON.stringify(kitDocument(project))));
  return [costLine(unhalted(project)), puttingLine(kit), heapLine(kit)];
}

/** Without what bends time, so that in a player too each take is as old as it is alone. */
function unhalted(project: Project): Kit {
  const sequences = project.sequences.map((one) => ({
    ...one,
    effects: one.effects.map((effect) => (effect.kind === 'hit-stop' || effect.kind === 'slow' ? { ...effect, muted: true } : effect)),
  }));
  return openKit(JSON.parse(JSON.stringify(kitDocument({ ...project, sequences }))));
}

/** A stage is filled body by body; each is listed when it is first looked at. */
function puttingLine(kit: Kit): Line {
  const put = (count: number) => (): unknown => {
    const player = kit.player();
    for (let i = 0; i < count; i++) player.body(`m${i}`, { x: i, y: 0 });
    return player.frame;
  };
  const [many, few] = timeTogether([put(1000), put(100)], 20);
  return {
    what: 'a body put among 1,000, against one among 100',
    value: `${(many / few / 10).toFixed(2)}× (${many.toFixed(2)} ms for all, against ${few.toFixed(2)} ms)`,
    target: '≤ 1.5×',
  };
}

/** 100 of them, struck one after another, so that each is at another instant of its life. */
function costLine(kit: Kit): Line {
  const apart = 0.006;
  const player = kit.player({ seed: 7 });
  for (let i = 0; i < crowd; i++) player.body(`m${i}`, { x: i * 120, y: 0 });
  player.body('p', { x: -80, y: 0 });
  const takes = Array.from({ length: alive }, (_, i) => {
    const seed = i + 1;
    player.strike(sequence, {}, { source: 'p', target: `m${i % crowd}`, seed });
    player.advance(apart);
    const take = kit.strike(sequence, {}, { seed });
    return { take, frame: take.createFrame(), age: (alive - i) * apart };
  });
  const [many, single] = timeTogether(
    [
      () => {
        // Time that passes is part of what a frame costs; so little of it that the takes stay as they are.
        player.advance(1e-7);
        return player.frame;
      },
      () => {
        for (const { take, frame, age } of takes) take.sample(age, frame);
      },
    ],
    200,
  );
  return {
    what: `a frame of a player with ${alive} live takes of ${sequence} on ${crowd} bodies`,
    value: `${(many / single).toFixed(2)}× the same takes sampled one by one (${many.toFixed(2)} ms against ${single.toFixed(2)} ms)`,
    target: '≤ 1.3×',
  };
}

/** Ten simulated minutes at ten blows a second. */
function heapLine(kit: Kit): Line {
  const player = kit.player({ seed: 7 });
  for (const id of ['p', 'm']) player.body(id, { x: 0, y: 0 });
  const minute = (): number => {
    for (let n = 0; n < 3600; n++) {
      if (n % 6 === 0) player.strike(sequence, {}, { source: 'p', target: 'm' });
      play(player);
    }
    globalThis.gc?.();
    return process.memoryUsage().heapUsed / 1e6;
  };
  const after = Array.from({ length: 10 }, minute);
  return {
    what: 'heap after each of ten simulated minutes at ten blows a second',
    value: `${after[1].toFixed(1)} MB after two, ${after[9].toFixed(1)} MB after ten${globalThis.gc ? '' : ' (without a forced collection)'}`,
    target: 'flat',
  };
}

function play(player: Player): void {
  player.advance(step);
  void player.frame;
}
