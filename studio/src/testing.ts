import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { readProject, storedSettingsOf, type Project, type Sequence, type StrikeOptions } from '@undatio/core';
import { compileContext, compileSequence, listedCollections, strike, type EngineTake, type Rgba } from '@undatio/core/internal';
import { ProjectService } from './app/project/projectService';
import type { StageTake } from './app/playback/stageTake';

/** Small projects for specs, and what can be read from their takes. */

const sha256 = '0'.repeat(64);

export function projectWith(effects: readonly object[]): Project {
  const { project, problems } = readProject({
    format: 1,
    id: 'spec',
    label: 'Spec',
    events: [
      {
        id: 'lance-hit',
        label: 'Lance hit',
        fields: [
          { type: 'number', name: 'damage', label: 'Damage', min: 0, max: 50, default: 10 },
          { type: 'direction', name: 'direction', label: 'Direction', default: 0 },
          { type: 'kind', name: 'kind', label: 'Kind', options: ['plain', 'ember'], default: 'plain' },
          { type: 'flag', name: 'strong', label: 'Strong', default: false },
        ],
      },
    ],
    actors: [],
    assets: [{ type: 'sound', id: 'crack', label: 'Crack', file: 'crack.wav', sha256, duration: 0.5, peaks: [1, 0.5, 0.25, 0] }],
    sequences: [{ id: 'blow', label: 'Blow', event: 'lance-hit', effects }],
  });
  if (!project) throw new Error(JSON.stringify(problems));
  return project;
}

export function sequenceWith(effects: readonly object[]): Sequence {
  return projectWith(effects).sequences[0];
}

export function takeOf(effects: readonly object[], options: StrikeOptions = {}): EngineTake {
  const project = projectWith(effects);
  return strike(compileSequence(project.sequences[0], [], compileContext(project)), {}, options);
}

export function stageOf(effects: readonly object[]): StageTake {
  const project = projectWith(effects);
  const take = strike(compileSequence(project.sequences[0], [], compileContext(project)), {});
  return { sequence: project.sequences[0], event: project.events[0], take, run: take, problem: undefined, solo: [] };
}

/** The colour a particle has at `part` of its life when it runs from one colour to another. */
export function gradientAt(from: string, to: string, part: number): Rgba {
  const colourOverLife = [
    { at: 0, colour: from },
    { at: 1, colour: to },
  ];
  const take = takeOf([{ kind: 'burst', id: 'burst', count: 1, life: 1, speed: 0, colourOverLife }]);
  const { particles } = take.sample(part, take.createFrame());
  return { r: particles.r[0], g: particles.g[0], b: particles.b[0], a: particles.a[0] };
}

/** A studio as it begins: nothing is remembered, and nobody answers but the spec. */
export function beginStudio(): void {
  localStorage.clear();
  sessionStorage.clear();
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideHttpClient(),
      provideHttpClientTesting(),
      provideRouter([{ path: '**', children: [] }]),
    ],
  });
}

/** Answers what the page asks for when it opens a project. */
export function openProject(project: Project): ProjectService {
  const projects = TestBed.inject(ProjectService);
  const entity = (collection: string, document: { readonly id: string }) => ({ collection, id: document.id, etag: '"1"', document });
  projects.open(project.id);
  TestBed.inject(HttpTestingController)
    .expectOne(`/api/projects/${project.id}/entities`)
    .flush([
      entity('settings', { ...storedSettingsOf(project), id: project.id }),
      ...listedCollections.flatMap((collection) =>
        (project[collection] as readonly { readonly id: string }[]).map((one) => entity(collection, one)),
      ),
    ]);
  return projects;
}

/** A striker and a struck one, a guard that parries while it is young, and a blow that sets alight. */
export function fightProject(changes: Record<string, unknown> = {}): Project {
  const picture = { type: 'picture', id: 'body', label: 'Body', file: 'body.svg', sha256 };
  const { id: _, ...json } = JSON.parse(JSON.stringify(projectWith([{ kind: 'knockback', id: 'kick', distance: 30 }]))) as Record<
    string,
    unknown
  >;
  const [hit] = json['events'] as object[];
  const fighter = (id: string, role: string, most: number): object => ({
    id,
    label: id,
    role,
    picture: 'body',
    width: 100,
    height: 80,
    health: { most, falls: 'fall' },
  });
  const { project, problems } = readProject({
    ...json,
    id: 'spec',
    events: [
      { ...hit, harm: { value: 'damage', kindField: 'kind' } },
      { id: 'guard-up', label: 'Guard up', fields: [] },
      { id: 'fall', label: 'Fall', fields: [] },
    ],
    actors: [fighter('brasshorn', 'source', 60), fighter('mosshell', 'target', 40), fighter('pip', 'bystander', 10)],
    assets: [...(json['assets'] as object[]), picture],
    statuses: [
      { id: 'guarding', label: 'Guarding' },
      { id: 'burning', label: 'Burning', length: 2, ticks: { every: 0.5, event: 'lance-hit', rate: 4 } },
    ],
    responses: [
      {
        id: 'lance-hit',
        event: 'lance-hit',
        rungs: [
          { id: 'parried', when: [{ condition: 'window', status: 'guarding', from: 0, to: 0.2 }], then: [] },
          {
            id: 'lit',
            when: [{ condition: 'one-of', field: 'kind', values: ['ember'] }],
            then: [{ outcome: 'harm' }, { outcome: 'give', status: 'burning' }],
          },
          { id: 'hit', then: [{ outcome: 'harm' }, { outcome: 'play', sequence: 'blow' }] },
        ],
      },
      { id: 'guard-up', event: 'guard-up', rungs: [{ id: 'raised', then: [{ outcome: 'give', status: 'guarding', of: 'source' }] }] },
    ],
    drills: [
      {
        id: 'two-blows',
        label: 'Two blows',
        length: 4,
        actors: [
          { id: 'b', actor: 'brasshorn', place: { x: -80, y: 0 } },
          { id: 'm', actor: 'mosshell', place: { x: 80, y: 0 }, facing: -1 },
        ],
        script: [
          { at: 0.5, event: 'lance-hit', source: 'b', target: 'm', payload: { damage: 12 } },
          { at: 1.5, event: 'lance-hit', source: 'b', target: 'm', payload: { damage: 12, kind: 'ember' } },
        ],
        expectations: [
          { expect: 'health', at: 1, who: 'm', is: 28 },
          { expect: 'standing', at: 3, who: 'm', is: 'down' },
        ],
      },
    ],
    ...changes,
  });
  if (!project) throw new Error(JSON.stringify(problems));
  return project;
}
