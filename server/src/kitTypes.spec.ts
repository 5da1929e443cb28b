import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import ts from 'typescript';
import { kitFiles } from './kitArchive.js';
import { paths } from './paths.js';
import { readProjectFile } from './projectFile.js';
import { withFolder } from './testing.js';

/** What the compiler says of a game's own text beside the demo's kit, line by line. */
function compiled(game: string): Promise<string[]> {
  return withFolder(async (folder) => {
    const { source } = await readProjectFile(paths.demoProject);
    if (!source) throw new Error('the demo cannot be read');
    for (const { path, bytes } of await kitFiles(source, { lean: false })) {
      if (!/\.(ts|json)$/.test(path) || path.includes('vectors')) continue;
      await mkdir(dirname(join(folder, path)), { recursive: true });
      await writeFile(join(folder, path), bytes);
    }
    const file = join(folder, 'game.ts');
    await writeFile(file, game);
    const program = ts.createProgram([file], {
      strict: true,
      noEmit: true,
      skipLibCheck: false,
      target: ts.ScriptTarget.ES2022,
      lib: ['lib.es2022.d.ts'],
      module: ts.ModuleKind.ESNext,
      moduleResolution: ts.ModuleResolutionKind.Bundler,
      types: [],
    });
    return ts.getPreEmitDiagnostics(program).map(({ file: at, start, messageText }) => {
      const line = at && start !== undefined ? at.getLineAndCharacterOfPosition(start).line + 1 : 0;
      return `${line}: ${ts.flattenDiagnosticMessageText(messageText, ' ')}`;
    });
  });
}

const opening = [
  "import { openKit } from './undatio-runtime.js';",
  "import type { SignalName, ThisKit } from './kit.js';",
  'const kit = openKit({}) as ThisKit;',
];

describe('the types of a kit', () => {
  it('take what the kit has, and refuse each name and value that it has not', async () => {
    const right = [
      "kit.strike('lance-heavy', { damage: 12, direction: 30, kind: 'ember', strong: true }, { seed: 7 }).sample(0, kit.strike('parry').createFrame());",
      "kit.assetFile('lance-crack-a');",
      "const player = kit.player({ seed: 7, comfort: { shake: 0.5 } }); player.body('m', { actor: 'mosshell', x: 0, y: 0 });",
      "player.strike('lance-heavy', { damage: 12 }, { target: 'm' }).stop({ let: 'cut' }); player.advance(0.1); player.frame.particles.body[0];",
      "const arena = kit.arena({ actors: [{ id: 'm', actor: 'mosshell', place: { x: 0, y: 0 } }] });",
      "arena.raise('lance-hit', { target: 'm', payload: { damage: 12, kind: 'sap' } }, 0.5); arena.advance(1); arena.elapsed('m');",
      "if (arena.actors[0].statuses[0]?.id === 'burning' && arena.log[0].event === 'lance-hit') arena.join({ id: 'p', actor: 'pip', place: { x: 9, y: 0 } });",
      "arena.move('b', 'thrust', { toward: 'm' }, 1.2); arena.guard('d', true); arena.walk('m', { toward: 'b', within: 60 }); arena.act('m', { do: 'stop' });",
      "if (arena.moves[0].how === 'broken' && arena.log[0].touch?.angle) arena.turn('b', -1);",
      "for (const sound of arena.sounds) if (sound.type === 'start') kit.assetFile(sound.clip);",
      "arena.player.strike('parry'); arena.leave('p'); arena.launch('spore', { from: 'm', angle: 30, meets: 'blast-hit', sequence: 'spore-flight' });",
      "kit.shownCell('mosshell', arena.frame.bodies[0], { picture: '', cell: 0 }); if (arena.log[0].happened[0].what === 'falls') arena.raise('guard-up', { payload: {} });",
      'const heard: SignalName[] = []; for (const id of kit.sequences) kit.eventOf(id); export { heard };',
    ];
    const wrong = [
      "kit.strike('lance-haevy');",
      "kit.strike('lance-heavy', { dammage: 12 });",
      "kit.strike('lance-heavy', { kind: 'fire' });",
      "kit.strike('lance-heavy', { damage: '12' });",
      "kit.strike('nectar-sip', { direction: 30 });",
      "kit.assetFile('lance-crack-z');",
      "player.strike('lance-haevy');",
      "player.strike('lance-heavy', { dammage: 12 });",
      "player.body('m', { actor: 'moss', x: 0, y: 0 });",
      "kit.arena({ actors: [{ id: 'm', actor: 'moss', place: { x: 0, y: 0 } }] });",
      "arena.raise('lance-hitt');",
      "arena.raise('lance-hit', { payload: { dammage: 12 } });",
      "arena.raise('nectar-sip', { payload: { damage: 12 } });",
      "arena.join({ id: 'x', actor: 'moss', place: { x: 0, y: 0 } });",
      "arena.move('b', 'thrusted');",
      "arena.walk('m', { towards: 'b' });",
      "arena.player.strike('lance-haevy');",
      "arena.act('m', { do: 'move', move: 'thrusted' });",
      "arena.act('m', { do: 'launch', actor: 'sporre' });",
      "arena.launch('sporre', { from: 'm' });",
      "arena.launch('spore', { from: 'm', meets: 'blast-hitt' });",
      "if (arena.signals[0].name === 'no-such-signal') arena.advance(2);",
      "if (arena.moves[0].move === 'thrusted') arena.advance(2);",
      "kit.eventOf('lance-haevy');",
      "kit.shownCell('moss', arena.frame.bodies[0], { picture: '', cell: 0 });",
      "if (arena.log[0].happened[0].what === 'fals') arena.advance(2);",
      "arena.raise('guard-down', { payload: { damage: 12 } });",
      "if (arena.actors[0].statuses[0].id === 'burnt') arena.advance(2);",
    ];
    const told = await compiled([...opening, ...right, ...wrong].join('\n'));
    expect(told.map((line) => Number.parseInt(line, 10))).toEqual(wrong.map((_, i) => opening.length + right.length + 1 + i));
    // A compiler takes its time to start.
  }, 60_000);

  it('stand in the kit as the readme says', async () => {
    const { source } = await readProjectFile(paths.demoProject);
    const files = source ? await kitFiles(source, { lean: false }) : [];
    const text = (path: string): string => Buffer.from(files.find((file) => file.path === path)?.bytes ?? []).toString();
    expect(text('README.md')).toContain('openKit(json) as ThisKit');
    expect(text('package.json')).toContain('./kit.d.ts');
    expect(await readFile(join(paths.kitRuntime, 'undatio-runtime.d.ts'), 'utf8')).toBe(text('undatio-runtime.d.ts'));
  });
});
