import type { Project } from '../model/project.js';

/** The README inside a kit. */
export function kitReadme(project: Project): string {
  const mover = project.actors.find(({ moves = [] }) => moves.length > 0);
  const { axis, angles, unitsPerPixel } = project.conventions;
  const rows = project.sequences.map((sequence) => `| ${sequence.id} | ${sequence.label} | ${sequence.event} |`);
  const first = project.sequences[0]?.id ?? 'sequence';
  const decided = project.responses.find(({ rungs }) => rungs.length > 0)?.event;
  const actor = project.actors[0]?.id;
  return `# ${project.label}: feedback kit

Timed feedback sequences with the engine that plays them. No dependencies; runs in browsers and Node.

\`\`\`js
import { openKit } from './undatio-runtime.js';

const kit = openKit(await (await fetch('kit.json')).json()); // throws KitError with .path
const take = kit.strike('${first}', {}, { seed: 7 });
const frame = take.createFrame();
take.sample(0.05, frame); // any time, any order
\`\`\`

For a game with many strikes at once on bodies that move, \`kit.player()\` keeps them together; \`docs/player.md\` says how, and
\`docs/drawing.md\` how everything is drawn.

${decided !== undefined && actor !== undefined ? arenaText(decided, mover?.id ?? actor, mover?.moves?.[0]?.id) : ''}In TypeScript, \`kit.d.ts\` knows the names of this very kit, so that one that is misspelt does not compile:

\`\`\`ts
import type { ThisKit } from './kit.js';

const kit = openKit(json) as ThisKit;
\`\`\`

Units: ${unitsPerPixel} per px, +y points ${axis}, angles in ${angles}, times in seconds from contact.
Frames come in these units. Of a single take, payloads, places and bodies are given in px, degrees and +y down; a player takes
and gives everything in these units.

\`docs/\` tells every rule of the engine and the format; \`vectors/\` holds strikes with the frames they must give, file by
file in an order in which a port can be built.

| sequence | | event |
|---|---|---|
${rows.join('\n')}
`;
}

/** What a kit with rules says of them. */
function arenaText(event: string, actor: string, move: string | undefined): string {
  return `Its rules decide what comes of an event: health, statuses, falls, and which sequence plays. \`docs/rules.md\` says how.

\`\`\`js
const arena = kit.arena({ actors: [{ id: 'm1', actor: '${actor}', place: { x: 0, y: 0 } }], seed: 7 });
arena.raise('${event}', { target: 'm1' }); // now, or at an instant that is to come
${
  move === undefined
    ? ''
    : `arena.move('m1', '${move}'); arena.walk('m1', { points: [{ x: 200, y: 0 }] }); // bodies that act
`
}arena.advance(arena.now + 1 / 60);
arena.log; arena.actors; arena.frame; arena.sounds;
\`\`\`

`;
}
