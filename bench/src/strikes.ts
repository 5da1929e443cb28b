import { readFile } from 'node:fs/promises';
import { kitDocument, openKit, readProjectText, type Kit } from '@undatio/core';
import type { Line } from './engine.js';
import { median } from './measure.js';

const sequence = 'lance-heavy';
const step = 1 / 60;

/** What strikes cost a game: one, many at one instant, a pod that bursts among sixty, and making everything ready before. */
export async function strikeLines(root: string): Promise<Line[]> {
  const { project } = readProjectText(await readFile(`${root}demo/elytra-league.undatio.json`, 'utf8'));
  if (!project) throw new Error('the demo cannot be read');
  const json: unknown = JSON.parse(JSON.stringify(kitDocument(project)));
  const warming = Array.from({ length: 5 }, () => {
    const kit = openKit(json);
    return timed(() => {
      while (kit.warm() > 0);
    });
  });
  const kit = openKit(json);
  while (kit.warm() > 0);
  return [
    { what: 'warm() of all of the demo', value: `${median(warming).toFixed(0)} ms`, target: '≤ 40 ms' },
    oneLine(kit),
    manyLine(kit),
    podLine(kit),
  ];
}

function timed(work: () => void): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** Between two of them game time passes, so that no more are alive than in a game. */
function oneLine(kit: Kit): Line {
  const player = kit.player();
  player.body('b', { actor: 'brasshorn', x: -80, y: 0 });
  player.body('m', { actor: 'mosshell', x: 80, y: 0, facing: -1 });
  const times = Array.from({ length: 3000 }, (_, seed) => {
    const took = timed(() => player.strike(sequence, { damage: 20 }, { source: 'b', target: 'm', seed }));
    player.advance(1);
    return took;
  }).slice(1000);
  return {
    what: `a strike of ${sequence}, once warm`,
    value: `${median(times).toFixed(3)} ms median, ${Math.min(...times).toFixed(3)} ms at best`,
    target: '≤ 0.15 ms',
  };
}

function manyLine(kit: Kit): Line {
  const times = Array.from({ length: 60 }, () => {
    const player = kit.player();
    for (let i = 0; i < 40; i++) player.body(`m${i}`, { actor: 'mosshell', x: i * 10, y: 0 });
    return timed(() => {
      for (let i = 0; i < 40; i++) player.strike(sequence, { damage: 20 }, { target: `m${i}`, seed: i });
      player.advance(step);
      void player.frame;
    });
  }).slice(20);
  return {
    what: `40 strikes of ${sequence} at one instant, with the frame`,
    value: `${median(times).toFixed(1)} ms median, ${Math.min(...times).toFixed(1)} ms at best`,
    target: '≤ 8 ms',
  };
}

function podLine(kit: Kit): Line {
  let events = 0;
  const times = Array.from({ length: 40 }, () => {
    const around = Array.from({ length: 58 }, (_, i) => ({ id: `w${i}`, actor: 'pip', place: { x: i * 8 - 200, y: (i % 7) * 4 } }));
    const hero = { id: 'b', actor: 'brasshorn', place: { x: 0, y: 0 } };
    const arena = kit.arena({ actors: [hero, { id: 'pod', actor: 'old-gall', place: { x: 60, y: 0 } }, ...around] });
    arena.advance(0.1);
    arena.raise('lance-hit', { source: 'b', target: 'pod', payload: { damage: 999 } });
    const took = timed(() => arena.advance(0.1 + step));
    events = arena.log.length;
    return took;
  }).slice(10);
  return {
    what: 'an advance in which a pod bursts among 60 bodies',
    value: `${median(times).toFixed(1)} ms median, ${Math.min(...times).toFixed(1)} ms at best (${events} events)`,
    target: '≤ 8 ms',
  };
}
