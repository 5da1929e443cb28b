import { readFile } from 'node:fs/promises';
import { strToU8, zipSync, type Zippable } from 'fflate';
import { kitDocument, kitPath, usesOfActor, usesOfSequence, type Actor, type Payload, type Project } from '@undatio/core';
import { arenaLayers, compileContext, compileSequence, strike } from '@undatio/core/internal';
import type { ProjectSource } from './projectFile.js';
import { paths } from './paths.js';

/** What a page shows: a sequence of the project, and what it is struck with. */
export interface PageShown {
  readonly sequence: string;
  readonly payload: Payload;
  readonly seed: number;
}

/** An actor as a page needs it: its body, without what it is and does in a fight. */
function bodyOf({ id, label, role, picture, cell, looks, width, height, place, spots, parts, poses, clips, poseClips }: Actor): Actor {
  return { id, label, role, picture, cell, looks, width, height, place, spots, parts, poses, clips, poseClips };
}

/** The project reduced to one sequence, its usual stage with the bodies and the backdrop there, and the files that these use. */
function partOf(project: Project, sequence: string): Project {
  const sequences = project.sequences.filter(({ id }) => id === sequence);
  const stage = project.stages?.at(0);
  const there = new Set(stage?.bodies?.map(({ actor }) => actor) ?? project.actors.map(({ id }) => id));
  const actors = project.actors.filter(({ id }) => there.has(id)).map(bodyOf);
  const uses = [...sequences.flatMap(usesOfSequence), ...actors.flatMap(usesOfActor)];
  const used = new Set(uses.flatMap(({ collection, id }) => (collection === 'assets' ? [id] : [])));
  // The backdrop: the stage's own picture, or the pictures of the studio's arena.
  const { background } = stage ?? {};
  for (const id of background ? (background.of === 'picture' ? [background.picture] : []) : arenaLayers.map(({ picture }) => picture))
    used.add(id);
  const { stages: _stages, ...rest } = project;
  return {
    ...rest,
    ...(stage && { stages: [stage] }),
    sequences,
    actors,
    events: project.events.filter(({ id }) => sequences.some(({ event }) => event === id)),
    assets: project.assets.filter(({ id }) => used.has(id)),
    statuses: [],
    responses: [],
    drills: [],
    presets: [],
  };
}

const escaped = (text: string): string => text.replace(/[&<>"']/g, (character) => `&#${character.charCodeAt(0)};`);
const base64 = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');

/**
 * A page that plays one sequence by itself, through the runtime that ships, wherever it is opened: one HTML file that fetches
 * nothing. Undefined where there is no such sequence. Throws DocumentError where it cannot be struck so, and when an asset's bytes
 * are missing; check first.
 */
export async function showPage({ project, assetBytes }: ProjectSource, shown: PageShown): Promise<string | undefined> {
  const at = project.sequences.findIndex(({ id }) => id === shown.sequence);
  if (at < 0) return undefined;
  const sequence = project.sequences[at];
  // What the page could not strike is told here, not there.
  strike(compileSequence(sequence, ['sequences', at], compileContext(project)), shown.payload, { seed: shown.seed });
  const part = partOf(project, shown.sequence);
  const files: Zippable = { 'kit.json': strToU8(JSON.stringify(kitDocument(part))) };
  for (const asset of part.assets) {
    const bytes = await assetBytes(asset.id);
    if (!bytes) throw new Error(`the asset "${asset.id}" is missing`);
    files[kitPath(asset.file)] = bytes;
  }
  const kit = zipSync(files, { level: 9, mtime: new Date(1980, 0, 1) });
  // Nothing in the script may end its element.
  const script = (await readFile(paths.showScript, 'utf8')).replaceAll('</script', '<\\/script');
  const font = await readFile(paths.showFont);
  const title = `${sequence.label} · ${project.label}`;
  const struck = Object.entries(shown.payload)
    .map(([name, value]) => `${name} ${String(value)}`)
    .join(', ');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; img-src blob:; font-src data:">
<title>${escaped(title)}</title>
<style>
@font-face { font-family: 'Atkinson Hyperlegible'; font-weight: 700; src: url(data:font/woff2;base64,${base64(font)}) format('woff2'); }
:root { color-scheme: light dark; --paper: #f6f0e2; --sheet: #fcf8ee; --ink: #1e2b33; --rule: #b9ab8d; --contact: #bf3a26; }
@media (prefers-color-scheme: dark) { :root { --paper: #0d1a24; --sheet: #13232f; --ink: #ece5d3; --rule: #3f5a6a; --contact: #ff8468; } }
body { margin: 0; min-height: 100vh; display: grid; grid-template-rows: auto 1fr auto; background: var(--paper); color: var(--ink); font: 15px/1.4 system-ui, sans-serif; }
header, footer { display: flex; flex-wrap: wrap; gap: 0.5rem 1rem; align-items: center; padding: 0.7rem 1rem; }
h1 { margin: 0; font-size: 1.1rem; }
canvas { width: 100%; height: 100%; min-height: 320px; display: block; background: #0b1820; }
button, select { font: inherit; color: inherit; background: var(--sheet); border: 1px solid var(--rule); border-radius: 3px; padding: 0.2rem 0.7rem; }
button[aria-pressed='true'] { background: var(--ink); color: var(--paper); }
#strike { background: var(--contact); border-color: var(--contact); color: var(--paper); font-weight: 700; }
</style>
</head>
<body>
<header><h1>${escaped(title)}</h1><span>${escaped(sequence.note)}</span></header>
<canvas id="stage" role="img" aria-label="${escaped(sequence.label)}, struck again and again"></canvas>
<footer>
<button type="button" id="strike">Strike</button>
<button type="button" id="pause" aria-pressed="false">Pause</button>
<button type="button" id="sound" aria-pressed="false">Sound</button>
<label>Speed <select id="speed"><option value="1">1</option><option value="0.5">½</option><option value="0.25">¼</option><option value="0.1">⅒</option></select></label>
<span>${escaped([struck, `seed ${shown.seed}`].filter(Boolean).join(', '))}</span>
<span id="message" role="status"></span>
</footer>
<script type="text/plain" id="kit">${base64(kit)}</script>
<script type="text/plain" id="shown">${base64(strToU8(JSON.stringify(shown)))}</script>
<script>${script}</script>
</body>
</html>
`;
}
