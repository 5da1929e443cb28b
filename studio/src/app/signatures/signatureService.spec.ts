import { TestBed } from '@angular/core/testing';
import type { Project } from '@undatio/core';
import { Subject } from 'rxjs';
import { projectWith } from '../../testing';
import { ProjectService } from '../project/projectService';
import { signatureMaker, SignatureService, type SignatureMaker } from './signatureService';
import { signatureWork, type ShelfRequest, type SignatureRequest } from './signatureWork';

describe('signatures', () => {
  let project$: Subject<Project>;
  let asked: (SignatureRequest | ShelfRequest)[];
  let maker: SignatureMaker;
  let service: SignatureService;
  const flash = (id: string, amount: number) => ({ id, label: id, event: 'lance-hit', note: '', effects: [flashOf(amount)] });
  const flashOf = (amount: number) => projectWith([{ kind: 'flash', id: 'flash', duration: 0.2, amount }]).sequences[0].effects[0];
  const measured = () => asked.flatMap((request) => ('sequence' in request ? [request.sequence.id] : []));

  beforeEach(() => {
    jasmine.clock().install().mockDate();
    project$ = new Subject();
    asked = [];
    maker = {
      ask: (request) => asked.push(request),
      answered: () => undefined,
      shelfAnswered: () => undefined,
      failed: () => undefined,
    };
    TestBed.configureTestingModule({
      providers: [
        { provide: ProjectService, useValue: { project$ } },
        { provide: signatureMaker, useValue: maker },
      ],
    });
    service = TestBed.inject(SignatureService);
  });
  afterEach(() => jasmine.clock().uninstall());

  const work = signatureWork();
  /** Lets the worker do everything that it was asked so far, and what follows from its answers. */
  function answerAll(): void {
    // The list grows under way.
    for (const request of asked) {
      const answer = 'shelf' in request ? undefined : work(request);
      if (answer) maker.answered(answer);
    }
  }

  it('are measured one after another, and again only for what changed', () => {
    const base = projectWith([]);
    const project = { ...base, sequences: [flash('light', 0.2), flash('heavy', 1)] };
    project$.next(project);
    expect(measured()).toEqual(['light']);
    answerAll();
    expect(measured()).toEqual(['light', 'heavy']);
    expect(service.of('heavy')?.peak ?? 0).toBeCloseTo(5 * (service.of('light')?.peak ?? 0), 4);

    asked.length = 0;
    project$.next({ ...project, sequences: [project.sequences[0], flash('heavy', 0.5)] });
    expect(asked).toEqual([]);
    jasmine.clock().tick(300);
    expect(measured()).toEqual(['heavy']);
  });

  it('of the other sequences are measured if one cannot be', () => {
    project$.next({ ...projectWith([]), sequences: [flash('light', 0.2), flash('heavy', 1)] });
    expect(measured()).toEqual(['light']);
    maker.failed();
    expect(measured()).toEqual(['light', 'heavy']);
    // Its request is never answered; what refers to actors and events was asked for before it.
    asked.splice(1, 1);
    answerAll();
    expect([service.of('light'), service.of('heavy') !== undefined]).toEqual([undefined, true]);
  });

  it('are all measured anew when an event changes, since its defaults drive them', () => {
    const project = { ...projectWith([]), sequences: [flash('light', 0.2)] };
    project$.next(project);
    answerAll();
    asked.length = 0;
    project$.next({ ...project, events: [...project.events] });
    jasmine.clock().tick(300);
    expect(asked.length).toBe(2);
  });

  it('go with their sequence, and with one that can no longer be compiled', () => {
    const project = { ...projectWith([]), sequences: [flash('light', 0.2), flash('heavy', 1)] };
    project$.next(project);
    answerAll();
    asked.length = 0;
    project$.next({ ...project, sequences: [{ ...project.sequences[0], event: 'nowhere' }] });
    jasmine.clock().tick(300);
    expect(service.of('heavy')).toBeUndefined();
    answerAll();
    expect(service.of('light')).toBeUndefined();
  });
});
