import fc from 'fast-check';
import type { Project } from '../model/project.js';
import { anySequence } from '../testing/documents.js';
import { projectJson, projectWith } from '../testing/projects.js';
import { formatJson, isDocumentFile, projectFiles, readProjectFiles } from './projectFolder.js';
import { readProject } from './readProject.js';

const effects = [
  { kind: 'flash', id: 'flash', amount: { drive: 'damage', in: [0, 50], out: [0, 1] } },
  { kind: 'sound', id: 'crack', clips: ['crack'] },
];

function folderOf(project: Project = projectWith(effects)): Map<string, string> {
  return projectFiles(project);
}

function problems(change: (files: Map<string, string>) => void): string[] {
  const files = folderOf();
  change(files);
  return readProjectFiles(files).problems.map(({ path, message }) => `${path}: ${message}`);
}

const edited = (files: Map<string, string>, path: string, from: string, to: string): void => {
  const text = files.get(path) ?? '';
  expect(text).toContain(from);
  files.set(path, text.replace(from, to));
};

describe('a project as a folder of text', () => {
  it('has a file for each document, called after it', () => {
    expect([...folderOf().keys()]).toEqual([
      'settings.json',
      'events/lance-hit.json',
      'actors/mosshell.json',
      'assets/crack.json',
      'assets/thud.json',
      'assets/mosshell.json',
      'sequences/blow.json',
    ]);
    for (const path of folderOf().keys()) expect(isDocumentFile(path)).toBeTrue();
    for (const path of ['README.md', 'events/a/b.json', 'assets/crack.wav', 'sequences/', 'others/a.json', 'settings.json/x'])
      expect(isDocumentFile(path)).withContext(path).toBeFalse();
  });

  it('is the same project again, and the same bytes again, whatever stands in it', () => {
    fc.assert(
      fc.property(anySequence('whole', 4), (some) => {
        // As text has it: without a zero's sign.
        const { project } = readProject(JSON.parse(JSON.stringify(projectJson(some))));
        if (!project) return;
        const files = folderOf(project);
        const again = readProjectFiles(files).project;
        expect(again).toEqual(project);
        expect([...folderOf(again)]).toEqual([...files]);
      }),
      { numRuns: 60 },
    );
  });

  it('changes in one line when one number changes', () => {
    const [before, after] = [50, 51].map((high) => {
      const changed = [{ ...effects[0], amount: { drive: 'damage', in: [0, high], out: [0, 1] } }, effects[1]];
      return (folderOf(projectWith(changed)).get('sequences/blow.json') ?? '').split('\n');
    });
    expect(before.length).toBe(after.length);
    expect(before.filter((line, i) => line !== after[i])).toEqual(['        "in": [0, 50],']);
    expect(before.at(-1)).toBe('');
    // One property a line, and nothing wider than it must be.
    expect(formatJson({ a: 1, b: [1, 2], c: [], d: {}, e: [{ f: null }], g: undefined })).toBe(
      '{\n  "a": 1,\n  "b": [1, 2],\n  "c": [],\n  "d": {},\n  "e": [\n    {\n      "f": null\n    }\n  ]\n}\n',
    );
  });

  it('keeps its order, puts what is new at the end, and does without what is gone', () => {
    const files = folderOf();
    const sequence = (id: string): string => (files.get('sequences/blow.json') ?? '').replace('"id": "blow"', `"id": "${id}"`);
    for (const id of ['zeal', 'axe']) files.set(`sequences/${id}.json`, sequence(id));
    expect(readProjectFiles(files).project?.sequences.map(({ id }) => id)).toEqual(['blow', 'axe', 'zeal']);
    // As older folders have it.
    const lists = new Map(files);
    const { order, ...settings } = JSON.parse(files.get('settings.json') ?? '') as { order: object };
    const listed = { ...settings, order: { ...order, sequences: ['zeal', 'blow', 'zeal', 'gone'] } };
    lists.set('settings.json', JSON.stringify(listed));
    expect(readProjectFiles(lists).project?.sequences.map(({ id }) => id)).toEqual(['zeal', 'blow', 'axe']);
    edited(files, 'settings.json', '"blow": 10', '"blow": 10,\n      "gone": 4,\n      "zeal": 3');
    expect(readProjectFiles(files).project?.sequences.map(({ id }) => id)).toEqual(['zeal', 'blow', 'axe']);
    files.delete('sequences/blow.json');
    expect(readProjectFiles(files).project?.sequences.map(({ id }) => id)).toEqual(['zeal', 'axe']);
  });

  it('names the file, and the place in it, of everything that is wrong', () => {
    expect(problems((files) => files.delete('settings.json'))).toEqual([
      'settings.json: expected the project’s settings, found no such file',
    ]);
    expect(problems((files) => edited(files, 'settings.json', '"blow": 10', '"blow": "first"'))).toEqual([
      'settings.json: order.sequences.blow: expected a number, found "first"',
    ]);
    expect(problems((files) => edited(files, 'settings.json', '"format": 1', '"format": 2'))).toEqual([
      'settings.json: format: expected 1, found 2',
    ]);
    expect(problems((files) => edited(files, 'settings.json', '"axis": "down"', '"axis": "left"'))[0]).toMatch(
      /^settings\.json: conventions\.axis: expected/,
    );
    expect(problems((files) => edited(files, 'sequences/blow.json', '"delay": 0', '"delay": "soon"'))[0]).toMatch(
      /^sequences\/blow\.json: effects\[0\]\.delay: expected/,
    );
    expect(problems((files) => edited(files, 'sequences/blow.json', '"clips": ["crack"]', '"clips": ["gone"]'))[0]).toMatch(
      /^sequences\/blow\.json: effects\[1\]\.clips\[0\]: expected/,
    );
    expect(problems((files) => edited(files, 'events/lance-hit.json', '"id": "lance-hit"', '"id": "other"'))).toEqual([
      'events/lance-hit.json: id: expected "lance-hit", as the file is called, found "other"',
    ]);
    expect(problems((files) => files.set('actors/mosshell.json', '[]'))[0]).toMatch(/^actors\/mosshell\.json: expected/);
  });

  it('tells half a merge and a cut file with their lines', () => {
    const merge = (text = ''): string =>
      text.replace('  "label": "Blow",', '<<<<<<< ours\n  "label": "Blow",\n=======\n  "label": "Hit",\n>>>>>>> theirs');
    expect(problems((files) => files.set('sequences/blow.json', merge(files.get('sequences/blow.json'))))[0]).toMatch(
      /^sequences\/blow\.json: .*at line 3, column 1$/,
    );
    expect(problems((files) => files.set('sequences/blow.json', (files.get('sequences/blow.json') ?? '').slice(0, 90)))[0]).toMatch(
      /^sequences\/blow\.json: .*the text ends at line \d+/,
    );
  });
});
