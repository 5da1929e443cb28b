// What holds for every kind of effect there is, whoever adds one.
import { existsSync, readFileSync } from 'node:fs';
import { effectKinds, newEffect } from '../dist/internal.js';
import { bakedFrame } from '../dist/ship/bakedRow.js';
import { takeOf } from '../dist/testing/projects.js';

const manual = readFileSync(new URL('../../docs/engine.md', import.meta.url), 'utf8');
/** What the manual's rows and paragraphs are about: the first cell of a table, or the words in bold that a line begins with. */
const headings = manual.split('\n').map((line) => /^\| ([^|]+)\|/.exec(line)?.[1] ?? /^(?:- )?\*\*([^*]+)\*\*/.exec(line)?.[1] ?? '');

const seen = (frame) => {
  const { row, ...drawn } = bakedFrame(frame);
  return JSON.stringify([{ ...row, t: 0 }, drawn]);
};

describe('every kind of effect', () => {
  for (const kind of Object.values(effectKinds)) {
    const effect = newEffect(kind.kind, 'it', { clip: 'crack', picture: 'mosshell' });

    describe(kind.kind, () => {
      it('has a file of its name, and its formula in the manual', () => {
        const file = kind.kind.replace(/-(\w)/g, (_, letter) => letter.toUpperCase());
        expect(existsSync(new URL(`../src/effects/${file}.ts`, import.meta.url))).toBeTrue();
        const named = new RegExp(`(^|[\\s,])${kind.kind}s?($|[\\s,.])`, 'i');
        expect(headings.some((heading) => named.test(heading))).toBeTrue();
      });

      it('is made from its defaults, and shows something or raises something', () => {
        const take = takeOf([effect], { damage: 20, direction: 30 }, { seed: 3 });
        const frame = take.createFrame();
        const rest = seen(take.createFrame());
        const instants = Array.from({ length: 40 }, (_, i) => take.start + ((take.duration - take.start) * (i + 0.5)) / 40);
        const shown = instants.some((t) => seen(take.sample(t, frame)) !== rest);
        expect(shown || take.sounds.length > 0 || take.signals.length > 0).toBeTrue();
      });

      it('is the same in any order of sampling, and at rest before and after', () => {
        const take = takeOf([effect], { damage: 20, direction: 30 }, { seed: 3 });
        const frame = take.createFrame();
        const rest = seen(take.createFrame());
        const middle = (take.start + take.duration) / 2;
        const first = seen(take.sample(middle, take.createFrame()));
        expect(seen(take.sample(take.start - 0.01, frame))).toBe(rest);
        for (const late of [0.01, 60]) expect(seen(take.sample(take.duration + late, frame))).toBe(rest);
        expect(seen(take.sample(middle, frame))).toBe(first);
      });

      it('has words for what it is and for each of its fields', () => {
        expect(kind.about).toMatch(/\.$/);
        expect(kind.channel.full).toBeGreaterThan(0);
        for (const { label, about } of Object.values(kind.fields)) {
          expect(label).toMatch(/^[A-Z]/);
          expect(about).toMatch(/\.$/);
        }
      });
    });
  }
});
