import { readArchivedHistory } from '../folder/archivedHistory.js';
import type { ReadHistory } from './historyFormat.js';
import fc from 'fast-check';
import { readProject, type Project, type Sequence } from '@undatio/core';
import { patchOf } from '@undatio/core/internal';
import { withFolder } from '../testing.js';
import { DocumentStore } from './documentStore.js';
import type { Place } from './history.js';
import { mostCharacters, staying, type Aged } from './thinning.js';

const place: Place = { project: 'small', collection: 'sequences', id: 'blow' };
const always = (): boolean => true;

function small(): Project {
  const { project } = readProject({
    format: 1,
    id: 'small',
    label: 'Small',
    events: [{ id: 'hit', label: 'Hit', fields: [] }],
    actors: [],
    assets: [],
    sequences: [
      {
        id: 'blow',
        label: 'Blow',
        event: 'hit',
        effects: Array.from({ length: 40 }, (_, i) => ({ kind: 'shake', id: `shake-${i}`, amplitude: 1 })),
      },
    ],
  });
  if (!project) throw new Error('the small project cannot be read');
  return project;
}

async function withStore(work: (documents: DocumentStore, blow: Sequence) => Promise<void>): Promise<void> {
  await withFolder(async (folder) => {
    const documents = await DocumentStore.open(folder);
    try {
      const project = small();
      await documents.addProject(project);
      await work(documents, project.sequences[0]);
    } finally {
      await documents.close();
    }
  });
}

const withAmplitude = (sequence: Sequence, at: number, amplitude: number): Sequence => ({
  ...sequence,
  effects: sequence.effects.map((effect, i) => (i === at ? ({ ...effect, amplitude } as typeof effect) : effect)),
});
const save = (documents: DocumentStore, document: Sequence) => documents.replace('small', 'sequences', 'blow', always, document);

/** A history as an archive brings it back. */
function readBack(archived: object): ReadHistory {
  const read = readArchivedHistory(JSON.stringify(archived));
  if ('problem' in read) throw new Error(read.problem.message);
  return read.history;
}

describe('the history of a document', () => {
  it('keeps every stored state with what changed, in words, from the one before the first change', async () => {
    await withStore(async (documents, blow) => {
      expect(await documents.history.list(place)).toEqual([]);
      await save(documents, withAmplitude(blow, 3, 5));
      await save(documents, withAmplitude(blow, 3, 5));
      await save(documents, { ...withAmplitude(blow, 3, 2), label: 'Better' });
      const states = await documents.history.list(place);
      expect(states.map(({ words }) => words)).toEqual([
        ['shake-3: Amplitude 5 → 2 px', 'label Blow → Better'],
        ['shake-3: Amplitude 1 → 5 px'],
        ['as it was'],
      ]);
      const [last, second, first] = states;
      expect(await documents.history.state(place, first.number)).toEqual(blow as object);
      expect(await documents.history.state(place, second.number)).toEqual(withAmplitude(blow, 3, 5) as object);
      expect(((await documents.history.state(place, last.number)) as Sequence).label).toBe('Better');
      expect(await documents.history.state(place, last.number + 1)).toBeUndefined();
      expect(await documents.history.state({ ...place, id: 'other' }, last.number)).toBeUndefined();
    });
  });

  it('gives back every one of many states, whatever was changed, and takes about what was changed', async () => {
    await withStore(async (documents, blow) => {
      const stored: Sequence[] = [blow];
      const edits = fc.sample(fc.record({ at: fc.nat(39), amplitude: fc.nat(400), drop: fc.boolean() }), { numRuns: 230, seed: 11 });
      for (const { at, amplitude, drop } of edits) {
        const last = stored[stored.length - 1];
        const next = withAmplitude(last, at, amplitude);
        const ids = next.effects.map(({ id }) => id);
        const after = drop && ids.length > 5 ? { ...next, effects: next.effects.filter((_, i) => i !== at) } : next;
        if (JSON.stringify(after) === JSON.stringify(last)) continue;
        stored.push(after);
        await save(documents, after);
      }
      const states = (await documents.history.list(place)).reverse();
      expect(states.length).toBe(stored.length);
      for (const [i, { number }] of states.entries()) expect(await documents.history.state(place, number)).toEqual(stored[i] as object);
      const { documents: archived } = await documents.history.all('small');
      const sizes = archived['sequences/blow'].map((one) => JSON.stringify(one).length);
      expect(Math.max(...sizes.slice(1, 90))).toBeLessThan(1200);
      expect(archived['sequences/blow'].filter(({ whole }) => whole).length).toBe(1 + Math.floor((states.length - 1) / 100));
    });
  });

  it('is kept of presets as well, which many sequences follow', async () => {
    await withStore(async (documents) => {
      const preset = { id: 'crack', label: 'Crack', effects: [{ kind: 'shake', id: 'shake', amplitude: 1 }], exposed: [] };
      await documents.create('small', 'presets', 'crack', preset);
      await documents.replace('small', 'presets', 'crack', always, { ...preset, label: 'Dry crack' });
      const states = await documents.history.list({ project: 'small', collection: 'presets', id: 'crack' });
      expect(states.map(({ words }) => words)).toEqual([['label Crack → Dry crack'], ['made']]);
    });
  });

  it('goes on when something is removed and made again, and goes with its project into the bin and back', async () => {
    await withStore(async (documents, blow) => {
      await save(documents, withAmplitude(blow, 0, 9));
      await documents.remove('small', 'sequences', 'blow', always);
      await documents.create('small', 'sequences', 'blow', blow);
      await save(documents, withAmplitude(blow, 0, 4));
      const words = async (): Promise<unknown> => (await documents.history.list(place)).map((state) => state.words[0]);
      const all = ['shake-0: Amplitude 1 → 4 px', 'there again', 'shake-0: Amplitude 1 → 9 px', 'as it was'];
      expect(await words()).toEqual(all);
      const entry = await documents.bin.throwAway('small', new Date());
      expect(await words()).toEqual([]);
      await documents.bin.takeBack(entry?.key ?? '');
      expect(await words()).toEqual(all);
      const again = await documents.bin.throwAway('small', new Date());
      await documents.bin.forget(again?.key ?? '');
      await documents.addProject(small());
      expect(await words()).toEqual([]);
    });
  });

  it('keeps what was stored otherwise than one by one', async () => {
    await withStore(async (documents, blow) => {
      await save(documents, withAmplitude(blow, 0, 9));
      const project = small();
      await documents.replaceProject({ ...project, sequences: [withAmplitude(blow, 0, 7)] });
      await save(documents, withAmplitude(blow, 0, 8));
      expect((await documents.history.list(place)).map(({ words }) => words[0])).toEqual([
        'shake-0: Amplitude 7 → 8 px',
        'as it was brought in',
        'shake-0: Amplitude 1 → 9 px',
        'as it was',
      ]);
    });
  });

  it('keeps a name that somebody gives, and takes it away again', async () => {
    await withStore(async (documents, blow) => {
      await save(documents, withAmplitude(blow, 0, 9));
      const [{ number }] = await documents.history.list(place);
      expect(await documents.mark(place, number, 'the good one')).toBeTrue();
      expect((await documents.history.list(place))[0].mark).toBe('the good one');
      expect(await documents.mark(place, number, undefined)).toBeTrue();
      expect((await documents.history.list(place))[0].mark).toBeUndefined();
      expect(await documents.mark(place, 999, 'none')).toBeFalse();
    });
  });

  it('comes back from an archive as it was', async () => {
    await withStore(async (documents, blow) => {
      for (let i = 2; i < 9; i++) await save(documents, withAmplitude(blow, i, i));
      const states = await documents.history.list(place);
      await documents.mark(place, states[2].number, 'here');
      const archived = readBack(await documents.history.all('small'));
      const before = await Promise.all(states.map(({ number }) => documents.history.state(place, number)));
      await documents.replaceHistory('small', archived);
      const again = await documents.history.list(place);
      expect(again.map(({ words, mark, at }) => ({ words, mark, at }))).toEqual(
        states.map(({ words, at }, i) => ({ words, at, mark: i === 2 ? 'here' : undefined })),
      );
      expect(await Promise.all(again.map(({ number }) => documents.history.state(place, number)))).toEqual(before);
      await save(documents, withAmplitude(blow, 8, 20));
      expect((await documents.history.list(place)).length).toBe(states.length + 1);
    });
  });

  it('lets old states go, each that stays as it was, told by all that went before it', async () => {
    await withStore(async (documents, blow) => {
      // Sixty-one states of one hour, two months ago. Two more are kept as the newest is stored: that, and what it took the place of.
      const states: { state: Sequence; patch: ReturnType<typeof patchOf> }[] = [];
      let before = blow;
      for (let i = 0; i < 61; i++) {
        const state = withAmplitude(before, i % 40, i + 2);
        states.push({ state, patch: patchOf(before, state) });
        before = state;
      }
      const day = 24 * 3600 * 1000;
      const start = (Math.floor(Date.now() / day) - 60) * day;
      const archived = states.map(({ state, patch }, i) => ({
        at: new Date(start + i * 59_000).toISOString(),
        words: [`edit ${i}`],
        ...(i === 10 && { mark: 'the good one' }),
        ...(i === 0 || !patch ? { whole: state } : { patch }),
      }));
      await documents.replaceHistory('small', readBack({ format: 1, documents: { 'sequences/blow': archived } }));
      await save(documents, before);
      expect((await documents.history.list(place)).length).toBe(63);
      await save(documents, { ...before, label: 'Now' });
      const left = (await documents.history.list(place)).reverse();
      // The first, the named one and the newest fifty of the sixty-four.
      expect(left.length).toBe(52);
      expect(left[0].words).toEqual(['edit 0']);
      expect(left[1].mark).toBe('the good one');
      // Ten edits went into it, from the first: amplitudes 3 to 12 of the second shake to the eleventh.
      expect(left[1].words[0]).toBe('shake-1: Amplitude 1 → 3 px');
      expect(left[1].words.length).toBeGreaterThan(5);
      expect(await documents.history.state(place, left[0].number)).toEqual(states[0].state as object);
      expect(await documents.history.state(place, left[1].number)).toEqual(states[10].state as object);
      expect(await documents.history.state(place, left[2].number)).toEqual(states[14].state as object);
      expect(((await documents.history.state(place, left[51].number)) as Sequence).label).toBe('Now');
    });
  });
});

describe('the thinning of old states', () => {
  const now = new Date('2026-06-30T12:00:00Z');
  const ago = (number: number, hours: number, part: Partial<Aged> = {}): Aged => ({
    number,
    at: new Date(now.getTime() - hours * 3600 * 1000),
    marked: false,
    size: 100,
    ...part,
  });

  it('keeps all of a day, then one an hour, then one a day; the first, the newest and the marked always', () => {
    const minutes = Array.from({ length: 24 * 60 * 20 }, (_, i) => ago(i, (24 * 60 * 20 - i) / 60));
    const kept = staying(minutes, now);
    const ages = minutes.filter(({ number }) => kept.has(number)).map(({ at }) => (now.getTime() - at.getTime()) / 3600000);
    expect(ages.filter((age) => age <= 24).length).toBe(24 * 60);
    expect(ages.filter((age) => age > 24 && age <= 14 * 24).length).toBeGreaterThan(13 * 24 - 3);
    expect(ages.filter((age) => age > 24 && age <= 14 * 24).length).toBeLessThan(13 * 24 + 3);
    expect(ages.filter((age) => age > 14 * 24).length).toBeLessThan(6 + 3);
    expect(kept.has(0)).toBeTrue();
    const marked = minutes.map((one) => (one.number === 77 ? { ...one, marked: true } : one));
    expect(staying(marked, now).has(77)).toBeTrue();
  });

  it('keeps within its size, the oldest going first', () => {
    const large = Array.from({ length: 400 }, (_, i) => ago(i, 20 - i / 40, { size: 50_000 }));
    const kept = staying(large, now);
    expect(kept.size * 50_000).toBeLessThanOrEqual(mostCharacters);
    expect([kept.has(0), kept.has(399), kept.has(398)]).toEqual([true, true, true]);
  });

  it('always ends, whatever the states', () => {
    const states = fc.array(fc.record({ hours: fc.nat(1000), marked: fc.boolean(), size: fc.nat(5_000_000) }), { maxLength: 60 });
    fc.assert(
      fc.property(states, (list) => {
        const aged = list.sort((a, b) => b.hours - a.hours).map(({ hours, marked, size }, i) => ago(i, hours, { marked, size }));
        const kept = staying(aged, now);
        for (const one of aged) if (one.marked) expect(kept.has(one.number)).toBeTrue();
      }),
    );
  });
});
