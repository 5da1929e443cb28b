import { Command, CommanderError } from 'commander';
import type { BakeOptions } from './bake.js';
import type { MixOptions } from './mix.js';
import type { RunOptions } from './run.js';
import type { ShowOptions } from './show.js';
import { DamagedDocument, StoreError } from '../store/storeError.js';
import { FolderError } from '../folder/folderError.js';
import { ProblemsFound, UsageError } from './projectArgument.js';
import { sink } from './sink.js';

const projectHelp =
  'path of a project’s folder, of an archive of one (*.zip) or of a project file (*.undatio.json), "demo", or "saved:ID" for what the studio has stored';

function program(finish: (code: number) => void): Command {
  const undatio = new Command('undatio')
    .description('Timed feedback sequences for combat events.')
    .exitOverride()
    .configureOutput({ writeOut: (text) => void sink.out(text), writeErr: (text) => sink.tell(text.trimEnd()) });
  undatio
    .command('serve')
    .description('run the server alone; HOST, PORT and UNDATIO_DATA say where')
    .option('--folder <DIR>', 'keep a project and this folder of text the same, in both directions')
    .option('--project <ID>', 'which project, where the folder holds none yet')
    .action(async (options: { folder?: string; project?: string }) => finish(await (await import('./serve.js')).serve(options)));
  undatio
    .command('export')
    .description('write the kit')
    .argument('<PROJECT>', projectHelp)
    .requiredOption('--out <FILE.zip|DIR>', 'where to write it')
    .option('--lean', 'leave out of the runtime the kinds of effects that no sequence uses')
    .option('--watch', 'again after each change of the project, until it is broken off')
    .action(async (project: string, { watch, ...options }: { out: string; lean?: boolean; watch?: boolean }) =>
      watch ? (await import('./watchExport.js')).watchExport(project, options) : (await import('./export.js')).exportKit(project, options),
    );
  undatio
    .command('save')
    .description('write a project as a folder of text, or as an archive of one')
    .argument('<PROJECT>', projectHelp)
    .requiredOption('--out <DIR|FILE.zip>', 'where to write it')
    .action(async (project: string, options: { out: string }) => (await import('./save.js')).save(project, options));
  undatio
    .command('load')
    .description('store a project for the studio')
    .argument('<PROJECT>', projectHelp)
    .option('--as <ID>', 'under another id')
    .option('--replace', 'in the place of the one that has its id')
    .action(async (project: string, options: { as?: string; replace?: boolean }) => (await import('./load.js')).load(project, options));
  undatio
    .command('check')
    .description('tell the problems; exit 1 if any is an error')
    .argument('<PROJECT>', projectHelp)
    .option('--json', 'as JSON')
    .option('--light', 'count the flashes of drills too, on every ground, and tell what does not read; takes half a minute')
    .action(async (project: string, options: { json?: boolean; light?: boolean }) => (await import('./check.js')).check(project, options));
  undatio
    .command('bake')
    .description('sample one take to a table, or every sequence to a folder of tables')
    .argument('<PROJECT>', projectHelp)
    .option('--sequence <NAME>', 'the sequence to strike')
    .option('--all', 'every sequence: its frames, its particles with numbers that last, places and bodies, into the folder --out')
    .option('--payload <JSON>', 'the event’s payload; fields left out take their defaults')
    .option('--seed <N>', 'fixes every random draw (default 1)')
    .option('--fps <N>', 'frames per second (default: the project’s)')
    .option('--times <t1,t2,…>', 'these instants instead, in seconds from contact')
    .option('--format <csv|json|arrow>', 'json adds the particles; arrow is for --all', 'csv')
    .option('--out <FILE|DIR>', 'a file instead of standard output')
    .action(async (project: string, options: BakeOptions) =>
      options.all ? (await import('./bakeAll.js')).bakeAll(project, options) : (await import('./bake.js')).bake(project, options),
    );
  undatio
    .command('run')
    .description('run a drill, or every drill of the project, and tell what came of it; exit 1 when an expectation does not hold')
    .argument('<PROJECT>', projectHelp)
    .option('--drill <NAME>', 'which drill; all of them, when left out')
    .option('--junit <FILE>', 'besides, a JUnit XML report of all drills, for a test server')
    .option('--seed <N>', 'what chance draws from (default: the drill’s)')
    .option('--seeds <A..B>', 'once for each of these seeds: how many hold, and which do not')
    .option('--format <json|csv>', 'json: log, histories, cues, expectations; csv: the log', 'json')
    .option('--out <FILE>', 'a file instead of standard output')
    .action(async (project: string, options: RunOptions) => (await import('./run.js')).run(project, options));
  undatio
    .command('mix')
    .description('what a strike or a drill sounds like, as a WAV file; tells its loudness, its true peak and where it clips')
    .argument('<PROJECT>', projectHelp)
    .option('--sequence <NAME>', 'the sequence to strike')
    .option('--drill <NAME>', 'the drill to let go instead')
    .option('--payload <JSON>', 'the event’s payload; fields left out take their defaults')
    .option('--seed <N>', 'fixes every random draw (default 1, or the drill’s)')
    .option('--rate <N>', 'samples per second (default 48000)')
    .requiredOption('--out <FILE.wav>', 'where to write it')
    .action(async (project: string, options: MixOptions) => (await import('./mix.js')).mix(project, options));
  undatio
    .command('show')
    .description('a page of one sequence: one HTML file that plays by itself, for who has nothing installed')
    .argument('<PROJECT>', projectHelp)
    .requiredOption('--sequence <NAME>', 'the sequence to strike')
    .option('--payload <JSON>', 'the event’s payload; fields left out take their defaults')
    .option('--seed <N>', 'fixes every random draw (default 1)')
    .requiredOption('--out <FILE.html>', 'where to write it')
    .action(async (project: string, options: ShowOptions) => (await import('./show.js')).show(project, options));
  return undatio;
}

/** Runs one command line and returns its exit code: 0 done, 1 problems found, 2 bad usage or unreadable input. */
export async function main(args: readonly string[]): Promise<number> {
  let code = 0;
  try {
    await program((result) => (code = result)).parseAsync(args, { from: 'user' });
  } catch (error) {
    if (error instanceof ProblemsFound) return 1;
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
    if (
      error instanceof UsageError ||
      error instanceof FolderError ||
      error instanceof StoreError ||
      error instanceof DamagedDocument ||
      (error as NodeJS.ErrnoException).syscall
    ) {
      sink.tell(`undatio: ${(error as Error).message}`);
      return 2;
    }
    throw error;
  }
  return code;
}
