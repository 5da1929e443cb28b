import { readFileSync } from 'node:fs';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { join, parse } from 'node:path';
import { pathToFileURL } from 'node:url';
import { kitDocument, type Drill, type Kit, type Project } from '@undatio/core';
import {
  bodiesOfRun,
  combatPlanOf,
  compileContext,
  compileDrill,
  drillOnStage,
  DrillTake,
  runDrill,
  type LogEntry,
} from '@undatio/core/internal';
import { paths } from '../paths.js';
import { undatio, withFolder } from '../testing.js';
import { junitReport } from './junitReport.js';

const demo = async (): Promise<Project> => JSON.parse(await readFile(paths.demoProject, 'utf8')) as Project;

interface Ran {
  log: LogEntry[];
  expectations: { holds: boolean }[];
}

describe('undatio run', () => {
  it('runs every drill where none is named, with a report that test servers read', async () => {
    await withFolder(async (folder) => {
      const { drills, label } = await demo();
      const file = join(folder, 'report.xml');
      const all = await undatio(['run', 'demo', '--junit', file]);
      expect([all.code, all.err]).toEqual([0, jasmine.stringContaining(`${drills.length} of ${drills.length} drills hold`)]);
      const told = JSON.parse(all.out) as { drills: { drill: string; expectations: unknown[] }[] };
      expect(told.drills.map(({ drill, expectations }) => [drill, expectations.length])).toEqual(
        drills.map(({ id, expectations }) => [id, expectations.length]),
      );
      const tests = drills.reduce((sum, { expectations }) => sum + expectations.length, 0);
      const report = await readFile(file, 'utf8');
      expect(report).toContain(`<testsuites name="${label}" tests="${tests}" failures="0">`);
      expect(report.match(/<testcase /g)?.length).toBe(tests);
      expect(report.match(/<testsuite /g)?.length).toBe(drills.length);
      expect((await undatio(['run', 'demo', '--seed', '3'])).code).toBe(2);
      expect((await undatio(['run', 'demo', '--drill', drills[0].id, '--junit', file])).code).toBe(2);
      const without = { ...(await demo()), drills: [{ ...drills[0], expectations: [] }] };
      const beside = join(parse(paths.demoProject).dir, `spec-none-${process.pid}.undatio.json`);
      await writeFile(beside, JSON.stringify(without));
      try {
        expect((await undatio(['run', beside])).err).toContain('has no expectations, so that nothing is tested');
        expect((await undatio(['run', beside, '--drill', drills[0].id, '--seeds', '0..9'])).err).toBe(
          '10 seeds were run; the drill has no expectations, so that nothing is tested\n',
        );
      } finally {
        await rm(beside, { force: true });
      }
    });
  }, 60_000);

  it('names in the report what does not hold, whatever letters it has', () => {
    const report = junitReport('A & "B"', [
      {
        name: 'one <two>',
        tests: [
          { name: 'x\u0000y', failure: 'found: 1 < 2' },
          { name: 'holds', failure: undefined },
        ],
      },
    ]);
    expect(report).toBe(
      [
        '<?xml version="1.0" encoding="UTF-8"?>',
        '<testsuites name="A &amp; &quot;B&quot;" tests="2" failures="1">',
        '  <testsuite name="one &lt;two&gt;" tests="2" failures="1">',
        '    <testcase classname="one &lt;two&gt;" name="xy"><failure message="found: 1 &lt; 2"/></testcase>',
        '    <testcase classname="one &lt;two&gt;" name="holds"/>',
        '  </testsuite>',
        '</testsuites>',
        '',
      ].join('\n'),
    );
  });

  it('tells log, histories, cues and expectations of every drill of the demo, and they hold', async () => {
    for (const { id, expectations } of (await demo()).drills) {
      const { code, out } = await undatio(['run', 'demo', '--drill', id]);
      expect(code).withContext(id).toBe(0);
      const ran = JSON.parse(out) as Ran;
      expect(ran.expectations.map(({ holds }) => holds)).toEqual(expectations.map(() => true));
      expect(ran.log.length).toBeGreaterThan(0);
    }
  });

  it('exits with 1 where an expectation does not hold, over seeds too, and check tells it', async () => {
    await withFolder(async (folder) => {
      const project = await demo();
      const drill = project.drills.find(({ id }) => id === 'back-some-time');
      if (!drill) throw new Error('it is there');
      drill.expectations = [{ expect: 'standing', at: 4, who: 'squeak', is: 'up' }];
      const file = join(folder, 'x.undatio.json');
      // Beside its assets, so that they are found.
      await writeFile(file, JSON.stringify({ ...project, assets: project.assets.map((asset) => ({ ...asset })) }));
      const beside = join(parse(paths.demoProject).dir, `spec-${process.pid}.undatio.json`);
      await writeFile(beside, await readFile(file));
      try {
        const many = await undatio(['run', beside, '--drill', drill.id, '--seeds', '0..199']);
        expect(many.code).toBe(1);
        const { share, failing } = JSON.parse(many.out) as { share: number; failing: { seed: number }[] };
        // Back after 2 to 4 s, evenly.
        expect(share).toBeGreaterThan(0.3);
        expect(share).toBeLessThan(0.7);
        const one = await undatio(['run', beside, '--drill', drill.id, '--seed', String(failing[0].seed), '--format', 'csv']);
        expect(one.code).toBe(1);
        expect(one.out.split('\n')[0]).toBe('at,number,event,source,target,standing,answered,passed,happened');
        drill.seed = failing[0].seed;
        await writeFile(beside, JSON.stringify(project));
        const checked = await undatio(['check', beside]);
        expect(checked.code).toBe(1);
        expect(checked.out).toMatch(
          /^error: drills\[1\]\.expectations\[0\]: expected in "Back after some time": at 4 s Squeak is up; found: Squeak is gone/,
        );
      } finally {
        await import('node:fs/promises').then(({ rm }) => rm(beside, { force: true }));
      }
    });
  });

  for (const [args, message] of [
    [['--drill', 'none'], /expected --drill to be one of two-blows/],
    [['--drill', 'ember', '--seeds', '9..1'], /expected --seeds as A\.\.B/],
    [['--drill', 'ember', '--seed', '1', '--seeds', '1..2'], /found both/],
    [['--drill', 'ember', '--format', 'xml'], /expected --format json or csv/],
  ] as const)
    it(`refuses ${args.join(' ')} in one line`, async () => {
      const { code, err } = await undatio(['run', 'demo', ...args]);
      expect(code).toBe(2);
      expect(err).toMatch(message);
    });
});

describe('a drill', () => {
  /** A test for each: all of them together take longer than one may. */
  const { drills } = JSON.parse(readFileSync(paths.demoProject, 'utf8')) as Project;
  for (const { id: name } of drills)
    it(`goes the same in the studio, by command and in a game on the shipped runtime: ${name}`, async () => {
      const { openKit } = (await import(pathToFileURL(join(paths.kitRuntime, 'undatio-runtime.js')).href)) as {
        openKit(json: unknown): Kit;
      };
      const project = await demo();
      const kit = openKit(JSON.parse(JSON.stringify(kitDocument(project))));
      const plan = combatPlanOf(project, compileContext(project));
      const drill = drillOnStage(project.drills.find(({ id }) => id === name) as Drill, project.stages);
      const compiled = compileDrill(drill, [], plan);
      const run = runDrill(plan, compiled, drill.seed, project.stopBudget);
      const take = new DrillTake({
        run,
        bodies: bodiesOfRun(run, drill.actors, project.actors) as never,
        planOf: plan.planOf,
      });
      const frame = take.createFrame();
      const arena = kit.arena({ seed: drill.seed, actors: drill.actors, ...(drill.edges && { edges: drill.edges as object }) });
      for (const { at, event, source, target, place, payload: full, directions } of compiled.script) {
        // What the script leaves out the game leaves out too.
        const payload = Object.fromEntries(Object.entries(full).filter(([field]) => !directions.includes(field)));
        arena.raise(event.id, { payload, ...(source && { source }), ...(target && { target }), ...(place && { place }) }, at);
      }
      for (const { at, who, ...act } of drill.acts ?? []) arena.act(who, act, at);
      const log: unknown[] = [];
      let worst = 0;
      // In steps that no frame rate of anything has.
      for (let t = 0.0173; t < drill.length; t += 0.0173) {
        arena.advance(t);
        log.push(...arena.log);
        take.sample(t, frame);
        const bodies = [frame.source, ...frame.targets];
        run.combatants.forEach(({ id }, i) => {
          const state = arena.actors.find((one) => one.id === id);
          const shown = arena.frame.bodies.find((one) => one.id === id);
          // Not yet, or not any more, in the game.
          if (!state || !shown) return;
          worst = Math.max(
            worst,
            Math.abs(shown.x - frame.stands[i].x - bodies[i].x),
            Math.abs(shown.y - frame.stands[i].y - bodies[i].y),
            Math.abs(state.place.x - frame.stands[i].x),
            Math.abs(state.lift - frame.stands[i].lift),
            Math.abs(shown.flash - bodies[i].flash),
            Math.abs(shown.rate - bodies[i].rate),
            Math.abs(state.health - take.histories.health(id, t)),
          );
          if (state.look !== frame.looks[i] || state.facing !== frame.stands[i].facing) worst = Infinity;
          if (state.move?.id !== take.histories.acting(id, t)?.move) worst = Infinity;
        });
        for (const list of ['particles', 'numbers', 'rings', 'glyphs', 'meters'] as const) {
          if (arena.frame[list].count !== frame[list].count) worst = Infinity;
          if (list === 'meters') continue;
          // These are 32-bit floats, put in place after they were written: the last digit may be rounded either way.
          for (let i = 0; i < frame[list].count; i++) {
            const [x, other] = [frame[list].x[i], arena.frame[list].x[i]];
            if (Math.abs(other - x) > 1e-4) worst = Math.max(worst, Math.abs(other - x));
          }
        }
      }
      arena.advance(drill.length);
      log.push(...arena.log);
      expect(worst).withContext(drill.id).toBeLessThan(1e-9);
      expect(JSON.stringify(log)).withContext(drill.id).toBe(JSON.stringify(run.log));
      const { out } = await undatio(['run', 'demo', '--drill', drill.id]);
      expect(JSON.stringify((JSON.parse(out) as Ran).log))
        .withContext(drill.id)
        .toBe(JSON.stringify(run.log));
    });

  it('is refused by an arena where a game asks for what is not there', async () => {
    const { openKit } = (await import(pathToFileURL(join(paths.kitRuntime, 'undatio-runtime.js')).href)) as { openKit(json: unknown): Kit };
    const kit = openKit(JSON.parse(JSON.stringify(kitDocument(await demo()))));
    const at = { x: 0, y: 0 };
    const refusal = (work: () => unknown): string => {
      try {
        work();
      } catch (error) {
        return (error as { path?: string }).path ?? 'no path';
      }
      return 'taken';
    };
    expect(refusal(() => kit.arena({ actors: [{ id: 'a', actor: 'dragon', place: at }] }))).toBe('options.actors[0].actor');
    expect(refusal(() => kit.arena({ actors: [], seed: 1.5 }))).toBe('options.seed');
    expect(refusal(() => kit.arena({ actors: [], mood: 1 } as never))).toBe('options.mood');
    const arena = kit.arena({ actors: [{ id: 'a', actor: 'pip', place: at }] });
    expect(refusal(() => arena.raise('song'))).toBe('event');
    expect(refusal(() => arena.raise('fall', { target: 'b' }))).toBe('options.target');
    expect(refusal(() => arena.raise('lance-hit', { target: 'a', payload: { damage: 'x' } }))).toBe('payload.damage');
    expect(refusal(() => arena.raise('fall', { target: 'a' }, NaN))).toBe('at');
    arena.advance(1);
    expect(refusal(() => arena.raise('fall', { target: 'a' }, 0.5))).toBe('at');
    expect(refusal(() => arena.advance(0.5))).toBe('to');
    expect(refusal(() => arena.advance(NaN))).toBe('to');
    expect(refusal(() => arena.place('b', at))).toBe('id');
    expect(refusal(() => arena.join({ id: 'a', actor: 'pip', place: at }))).toBe('actor.id');
    // What was refused has changed nothing.
    arena.raise('lance-hit', { target: 'a', payload: { damage: 5 } });
    arena.advance(1.1);
    expect(arena.actors[0].health).toBe(15);
    expect(arena.log.map(({ event }) => event)).toEqual(['lance-hit']);
  });

  it('leaves health to a game that keeps it, and tells it the harm', async () => {
    const { openKit } = (await import(pathToFileURL(join(paths.kitRuntime, 'undatio-runtime.js')).href)) as { openKit(json: unknown): Kit };
    const kit = openKit(JSON.parse(JSON.stringify(kitDocument(await demo()))));
    let points = 18;
    const arena = kit.arena({ actors: [{ id: 'a', actor: 'pip', place: { x: 0, y: 0 } }], health: () => points });
    arena.raise('lance-hit', { target: 'a', payload: { damage: 5 } });
    arena.advance(0.1);
    expect(arena.log[0].happened[0]).toEqual({ what: 'harm', who: 'a', points: 5, health: 13, over: 0 });
    points = 17;
    arena.advance(0.2);
    expect(arena.actors[0].health).toBe(17);
  });
});
