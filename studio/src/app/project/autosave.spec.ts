import { of, Subject, type Observable } from 'rxjs';
import { autosave, Retry, type SaveReport } from './autosave';
import type { DocumentKey } from './documentKey';
import { DraftStore } from './draftStore';
import type { SaveOutcome } from './projectApi';

describe('autosave', () => {
  const saved: SaveOutcome = { type: 'saved', etag: '"2"' };

  beforeEach(() => jasmine.clock().install().mockDate());
  afterEach(() => jasmine.clock().uninstall());

  it('waits for a pause in the edits of each document by itself', () => {
    const edits = new Subject<DocumentKey>();
    const written: string[] = [];
    autosave(edits, 100, (key) => {
      written.push(key);
      return of(saved);
    }).subscribe();
    edits.next('sequences/a');
    jasmine.clock().tick(60);
    edits.next('sequences/a');
    edits.next('sequences/b');
    jasmine.clock().tick(60);
    expect(written).toEqual([]);
    jasmine.clock().tick(50);
    expect(written.sort()).toEqual(['sequences/a', 'sequences/b']);
  });

  it('writes one document one write at a time, and reports each', () => {
    const edits = new Subject<DocumentKey>();
    const answers: Subject<SaveOutcome>[] = [];
    const reports: SaveReport['outcome'][] = [];
    const write = (): Observable<SaveOutcome> => {
      const answer = new Subject<SaveOutcome>();
      answers.push(answer);
      return answer;
    };
    autosave(edits, 10, write).subscribe(({ outcome }) => reports.push(outcome));
    edits.next('sequences/a');
    jasmine.clock().tick(20);
    edits.next('sequences/a');
    jasmine.clock().tick(20);
    expect(answers.length).toBe(1);
    answers[0].next({ type: 'failed', message: 'away' });
    answers[0].complete();
    expect(answers.length).toBe(2);
    expect(reports).toEqual([{ type: 'failed', message: 'away' }]);
  });

  it('tries again after growing pauses, and starts short again once all is well', () => {
    const retry = new Retry();
    let tries = 0;
    retry.due$.subscribe(() => tries++);
    retry.later();
    retry.later();
    jasmine.clock().tick(1000);
    expect(tries).toBe(1);
    retry.later();
    jasmine.clock().tick(1900);
    expect(tries).toBe(1);
    jasmine.clock().tick(100);
    expect(tries).toBe(2);
    retry.reset();
    retry.later();
    jasmine.clock().tick(1000);
    expect(tries).toBe(3);
  });
});

describe('DraftStore', () => {
  beforeEach(() => localStorage.clear());
  afterEach(() => localStorage.clear());

  it('takes over the drafts of pages that are gone, and of no page that is open', async () => {
    const [open, gone] = ['a'.repeat(32), 'b'.repeat(32)];
    new DraftStore('league', localStorage, open).keep({ key: 'sequences/a', etag: '"1"', document: { id: 'a' } });
    new DraftStore('league', localStorage, gone).keep({ key: 'sequences/b', etag: '"1"', document: { id: 'b' } });
    // Drafts of earlier versions have no page.
    localStorage.setItem('undatio.draft.league.sequences/c', '{"key":"sequences/c","etag":"\\"1\\"","document":{"id":"c"}}');
    let close = (): void => undefined;
    const closed = navigator.locks.request(`undatio.tab.${open}`, () => new Promise<void>((done) => (close = done)));
    const store = new DraftStore('league');
    await store.adopt();
    const keys = (of: DraftStore): string[] =>
      of
        .all()
        .map(({ key }) => key)
        .sort();
    expect(keys(store)).toEqual(['sequences/b', 'sequences/c']);
    expect(keys(new DraftStore('league', localStorage, open))).toEqual(['sequences/a']);
    close();
    await closed;
    await store.adopt();
    expect(keys(store)).toEqual(['sequences/a', 'sequences/b', 'sequences/c']);
  });

  it('keeps drafts by project, and drops what it cannot read', async () => {
    const store = new DraftStore('league');
    store.keep({ key: 'sequences/a', etag: '"1"', document: { id: 'a' } });
    new DraftStore('other').keep({ key: 'sequences/b', etag: '"1"', document: {} });
    localStorage.setItem('undatio.draft.league.sequences/c', '{broken');
    await store.adopt();
    expect(store.all()).toEqual([{ key: 'sequences/a', etag: '"1"', document: { id: 'a' } }]);
    expect(Object.keys(localStorage).filter((name) => name.includes('sequences/c'))).toEqual([]);
    store.drop('sequences/a');
    expect(store.all()).toEqual([]);
  });

  it('goes on without a word when the browser’s storage is full', () => {
    const full = {
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
    } as unknown as Storage;
    expect(() => new DraftStore('league', full).keep({ key: 'sequences/a', etag: '', document: {} })).not.toThrow();
  });
});
