import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting, type TestRequest } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import type { Sequence } from '@undatio/core';
import { projectWith } from '../../testing';
import { ProjectService } from './projectService';
import type { SaveState } from './saveQueue';

const project = projectWith([{ kind: 'flash', id: 'flash' }]);
const sequence = project.sequences[0];
const url = '/api/projects/spec/sequences/blow';

/** What was sent, which is a text already. */
const bodyOf = ({ request }: TestRequest): Sequence => JSON.parse(request.body as string) as Sequence;

describe('ProjectService', () => {
  let http: HttpTestingController;
  let projects: ProjectService;
  let save: SaveState;

  /** Answers the requests that every opening makes. */
  function open(stored: Sequence = sequence, tag = '"1"'): void {
    http = TestBed.inject(HttpTestingController);
    projects = TestBed.inject(ProjectService);
    projects.save$.subscribe((state) => (save = state));
    projects.open('spec');
    const entity = (collection: string, document: { id: string }, etag: string) => ({ collection, id: document.id, etag, document });
    http
      .expectOne('/api/projects/spec/entities')
      .flush([
        entity('settings', { id: project.id, label: project.label, conventions: project.conventions } as { id: string }, '"s"'),
        ...project.events.map((event) => entity('events', event, '"e"')),
        ...project.assets.map((asset) => entity('assets', asset, '"a"')),
        entity('sequences', stored, tag),
      ]);
  }
  const note = (text: string): void => projects.edit('blow', text, (before) => ({ ...before, note: text }));
  const written = async (): Promise<TestRequest> => {
    jasmine.clock().tick(400);
    await Promise.resolve();
    return http.expectOne({ method: 'PUT', url });
  };
  const noteOf = (): string | undefined => projects.sequence('blow')?.note;

  beforeEach(() => {
    localStorage.clear();
    // RxJS reads the date as well as the timers.
    jasmine.clock().install().mockDate();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
  });
  afterEach(() => {
    jasmine.clock().uninstall();
    localStorage.clear();
  });

  it('saves by itself once the edits pause, the newest state only', async () => {
    open();
    note('a');
    note('b');
    expect(save.type).toBe('saving');
    const request = await written();
    expect(bodyOf(request).note).toBe('b');
    expect(request.request.headers.get('Content-Type')).toBe('application/json');
    expect(request.request.headers.get('If-Match')).toBe('"1"');
    request.flush({}, { headers: { ETag: '"2"' } });
    expect(save.type).toBe('saved');
    note('c');
    expect((await written()).request.headers.get('If-Match')).toBe('"2"');
  });

  it('keeps an edit made while a write is under way, and writes it next', async () => {
    open();
    note('first');
    const first = await written();
    note('second');
    first.flush({}, { headers: { ETag: '"2"' } });
    expect(save.type).toBe('saving');
    const second = await written();
    expect(bodyOf(second).note).toBe('second');
    second.flush({}, { headers: { ETag: '"3"' } });
    expect(save.type).toBe('saved');
  });

  it('tells a failed save plainly, tries again by itself, and loses nothing', async () => {
    open();
    note('precious');
    (await written()).error(new ProgressEvent('error'));
    expect(save).toEqual({ type: 'failed', message: 'The server cannot be reached.' });
    expect(noteOf()).toBe('precious');
    expect(JSON.stringify(localStorage)).toContain('precious');
    jasmine.clock().tick(1000);
    (await written()).flush({}, { headers: { ETag: '"2"' } });
    expect(save.type).toBe('saved');
    expect(JSON.stringify(localStorage)).not.toContain('precious');
  });

  it('tells what the server refuses, and keeps it', async () => {
    open();
    note('odd');
    (await written()).flush(
      { detail: 'no', errors: [{ path: 'note', message: 'expected less' }] },
      { status: 422, statusText: 'Unprocessable' },
    );
    expect(save).toEqual({ type: 'refused', message: 'no — note: expected less' });
    expect(noteOf()).toBe('odd');
  });

  const conflict = async (): Promise<void> => {
    open();
    note('mine');
    (await written()).flush(
      { detail: 'stale', current: { etag: '"9"', document: { ...sequence, note: 'theirs' } } },
      { status: 412, statusText: 'Precondition Failed' },
    );
    expect(save).toEqual({ type: 'conflict', key: 'sequences/blow' });
    expect(noteOf()).toBe('mine');
  };

  it('after a stale save writes over theirs when told to keep mine', async () => {
    await conflict();
    projects.keepMine('sequences/blow');
    const request = await written();
    expect([request.request.headers.get('If-Match'), bodyOf(request).note]).toEqual(['"9"', 'mine']);
    request.flush({}, { headers: { ETag: '"10"' } });
    expect(save.type).toBe('saved');
  });

  it('after a stale save shows theirs when told to take them, with mine one undo away', async () => {
    await conflict();
    projects.takeTheirs('sequences/blow');
    expect([noteOf(), save.type]).toEqual(['theirs', 'saved']);
    projects.undo();
    expect(noteOf()).toBe('mine');
  });

  it('brings back after a reload what could not be saved', async () => {
    open();
    note('unsaved');
    window.dispatchEvent(new Event('pagehide'));
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
    open();
    expect(noteOf()).toBe('unsaved');
    expect(bodyOf(await written()).note).toBe('unsaved');
  });

  it('undoes and redoes, and saves that too', async () => {
    open();
    note('a');
    projects.undo();
    expect(noteOf()).toBe('');
    projects.redo();
    expect(noteOf()).toBe('a');
    expect(bodyOf(await written()).note).toBe('a');
  });

  it('saves the settings too, and undoes them', async () => {
    open();
    projects.editSettings('turn the axis', (before) => ({ ...before, conventions: { ...before.conventions, axis: 'up' } }));
    expect(projects.project?.conventions.axis).toBe('up');
    jasmine.clock().tick(400);
    await Promise.resolve();
    const request = http.expectOne({ method: 'PUT', url: '/api/projects/spec/settings/spec' });
    expect(request.request.headers.get('If-Match')).toBe('"s"');
    request.flush({}, { headers: { ETag: '"t"' } });
    expect(save.type).toBe('saved');
    projects.undo();
    expect(projects.project?.conventions.axis).toBe('down');
  });

  it('says so when the stored project cannot be used, instead of showing half of it', () => {
    http = TestBed.inject(HttpTestingController);
    projects = TestBed.inject(ProjectService);
    let message = '';
    projects.load$.subscribe((state) => (message = 'message' in state ? state.message : ''));
    projects.open('spec');
    http
      .expectOne('/api/projects/spec/entities')
      .flush([{ collection: 'settings', id: 'spec', etag: '"s"', document: { id: 'spec', label: 7 } }]);
    expect(message).toContain('label');
  });

  describe('several documents in one step', () => {
    const together = async (): Promise<TestRequest> => {
      jasmine.clock().tick(400);
      await Promise.resolve();
      return http.expectOne({ method: 'POST', url: '/api/projects/spec/changes' });
    };
    const changesOf = (request: TestRequest): { collection: string; id: string; etag?: string; document?: object }[] =>
      (request.request.body as { changes: { collection: string; id: string; etag?: string; document?: object }[] }).changes;
    const ids = (): string[] => projects.project?.sequences.map(({ id }) => id) ?? [];
    const made = { ...sequence, id: 'made', label: 'Made' };

    it('adds behind another, is stored as one, and is undone as one', async () => {
      open();
      projects.add('add made', 'sequences/made', made);
      projects.add('add next', 'sequences/next', { ...made, id: 'next' }, 'blow');
      expect(ids()).toEqual(['blow', 'next', 'made']);
      const request = await together();
      const changes = changesOf(request);
      expect(changes.map(({ collection, id, etag }) => [collection, id, etag])).toEqual([
        ['sequences', 'next', undefined],
        ['sequences', 'made', undefined],
        ['settings', 'spec', '"s"'],
      ]);
      request.flush({ etags: { 'sequences/made': '"m"', 'sequences/next': '"n"', 'settings/spec': '"s2"' } });
      expect(save.type).toBe('saved');

      projects.undo();
      expect(ids()).toEqual(['blow', 'made']);
      const undone = changesOf(await together());
      expect(undone.find(({ id }) => id === 'next')).toEqual({ collection: 'sequences', id: 'next', etag: '"n"', document: undefined });
    });

    it('puts what was removed back in its place', async () => {
      open();
      projects.add('add made', 'sequences/made', made);
      projects.remove('remove blow', ['sequences/blow']);
      expect(ids()).toEqual(['made']);
      projects.undo();
      expect(ids()).toEqual(['blow', 'made']);
      projects.redo();
      expect(ids()).toEqual(['made']);
      await together();
    });

    it('stores nothing of what was made and taken back before it was ever stored', async () => {
      open();
      projects.add('add made', 'sequences/made', made);
      projects.undo();
      expect(changesOf(await together()).map(({ id }) => id)).toEqual(['spec']);
    });

    it('stores settings once more when what they put in order has changed while they were being stored', async () => {
      open();
      projects.add('add made', 'sequences/made', made);
      const first = await together();
      projects.change('bring in', [['assets/other', { ...project.assets[0], id: 'other' }]]);
      first.flush({ etags: { 'sequences/made': '"m"', 'settings/spec': '"s2"' } });
      (await together()).flush({ etags: { 'assets/other': '"o"' } });
      http.expectOne({ method: 'PUT', url: '/api/projects/spec/settings/spec' }).flush(null, { headers: { ETag: '"s3"' } });
      expect(save.type).toBe('saved');
    });

    it('stores what is taken back as one, though the step was still on its way', async () => {
      open();
      projects.add('add made', 'sequences/made', made);
      (await together()).flush({ etags: { 'sequences/made': '"m"', 'settings/spec': '"s2"' } });
      projects.change('use it', [
        ['sequences/made', { ...made, note: 'used' }],
        ['sequences/blow', { ...sequence, note: 'uses made' }],
      ]);
      const first = await together();
      projects.undo();
      jasmine.clock().tick(400);
      await Promise.resolve();
      first.flush({ etags: { 'sequences/made': '"m2"', 'sequences/blow': '"2"' } });
      expect(changesOf(await together()).map(({ id, etag }) => [id, etag])).toEqual([
        ['made', '"m2"'],
        ['blow', '"2"'],
      ]);
    });

    it('brings back what an earlier visit made and could not store', async () => {
      open();
      projects.add('add made', 'sequences/made', made);
      jasmine.clock().tick(200);
      http.verify();
      TestBed.resetTestingModule();
      TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
      open();
      expect(ids()).toEqual(['blow', 'made']);
      expect(changesOf(await together()).find(({ id }) => id === 'made')?.etag).toBeUndefined();
    });

    it('keeps all of a step when a part of it was changed elsewhere, until whose it is is chosen', async () => {
      open();
      projects.add('add made', 'sequences/made', made);
      (await together()).flush(
        { stale: [{ collection: 'settings', id: 'spec', etag: '"9"', document: { id: 'spec', label: 'Theirs', conventions: {} } }] },
        { status: 412, statusText: 'Precondition Failed' },
      );
      expect(save).toEqual({ type: 'conflict', key: 'settings/spec' });
      projects.keepMine('settings/spec');
      const again = await together();
      expect(changesOf(again).map(({ id, etag }) => [id, etag])).toEqual([
        ['made', undefined],
        ['spec', '"9"'],
      ]);
      again.flush({ etags: { 'sequences/made': '"m"', 'settings/spec': '"10"' } });
      expect(save.type).toBe('saved');
    });

    it('asks when what is being edited was removed elsewhere, and can put it back', async () => {
      open();
      note('mine');
      (await written()).flush({ detail: 'there is no sequences/blow; nothing was stored' }, { status: 404, statusText: 'Not Found' });
      expect(save).toEqual({ type: 'conflict', key: 'sequences/blow' });
      projects.keepMine('sequences/blow');
      expect(changesOf(await together())).toEqual([
        { collection: 'sequences', id: 'blow', etag: undefined, document: jasmine.objectContaining({ note: 'mine' }) },
      ]);
    });

    it('gives way to a removal elsewhere, one undo from having it back', async () => {
      open();
      note('mine');
      (await written()).flush({ detail: 'there is no sequences/blow; nothing was stored' }, { status: 404, statusText: 'Not Found' });
      projects.takeTheirs('sequences/blow');
      expect(ids()).toEqual([]);
      projects.undo();
      expect(noteOf()).toBe('mine');
    });
  });

  describe('a page that is left before its write is answered', () => {
    /** Another visit, which finds the sequence stored in a state. */
    function come(etag: string, document: Sequence): void {
      http.verify();
      TestBed.resetTestingModule();
      TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection(), provideHttpClient(), provideHttpClientTesting()] });
      open(document, etag);
    }

    it('finds its work stored, and has nothing to save', async () => {
      open();
      note('mine');
      await written();
      come('"2"', { ...sequence, note: 'mine' });
      expect(save.type).toBe('saved');
      expect(JSON.stringify(localStorage)).not.toContain('mine');
    });

    it('goes on from what is stored of its own, without asking whose it is', async () => {
      open();
      note('first');
      await written();
      note('second');
      jasmine.clock().tick(200);
      come('"2"', { ...sequence, note: 'first' });
      expect(noteOf()).toBe('second');
      const request = await written();
      expect(request.request.headers.get('If-Match')).toBe('"2"');
      expect(bodyOf(request).note).toBe('second');
    });

    it('asks where somebody else has stored something meanwhile', async () => {
      open();
      note('first');
      await written();
      note('second');
      jasmine.clock().tick(200);
      come('"2"', { ...sequence, note: 'theirs' });
      expect((await written()).request.headers.get('If-Match')).toBe('"1"');
    });
  });

  it('takes in what was changed outside as one step to undo', () => {
    open();
    const outside = { ...sequence, note: 'outside' };
    const event = { ...project.events[0], note: 'outside too' };
    projects.takeOutside([
      { key: 'sequences/blow', etag: '"2"', document: outside },
      { key: `events/${event.id}`, etag: '"e2"', document: event },
    ]);
    expect([noteOf(), projects.project?.events[0].note]).toEqual(['outside', 'outside too']);
    expect(save.type).toBe('saved');
    // The same again is no news.
    projects.takeOutside([{ key: 'sequences/blow', etag: '"2"', document: sequence }]);
    expect(noteOf()).toBe('outside');
    projects.undo();
    expect([noteOf(), projects.project?.events[0].note]).toEqual([sequence.note, undefined]);
  });

  it('leaves what is being worked on, and writes it against the state that this page knows', async () => {
    open();
    note('mine');
    projects.takeOutside([{ key: 'sequences/blow', etag: '"3"', document: { ...sequence, note: 'outside' } }]);
    expect(noteOf()).toBe('mine');
    // The server finds that both changed it.
    const { request } = await written();
    expect(request.headers.get('If-Match')).toBe('"1"');
  });
});
