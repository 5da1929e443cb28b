import { folderPaths } from './folderPaths.js';

/** What the description of the API says of linked folders, as who writes a client reads it. */

type Json = Record<string, unknown>;

const at = (from: unknown, ...places: string[]): Json => places.reduce((part, name) => (part as Json)[name] as Json, from) as Json;
const folder = '/api/projects/{project}/folder';

describe('the folder’s part of the description of the API', () => {
  let said: Json;
  // Made for each spec, not on loading, so that mutants of what makes it are there when it is made.
  beforeEach(() => (said = JSON.parse(JSON.stringify(folderPaths())) as Json));

  it('names its three places, each of a project', () => {
    expect(Object.keys(said)).toEqual([folder, `${folder}/events`, `${folder}/keep`]);
    for (const path of Object.values(said))
      expect(at(path, 'parameters', '0')).toEqual(jasmine.objectContaining({ name: 'project', in: 'path', required: true }));
    expect(
      [at(said, folder, 'get'), at(said, `${folder}/events`, 'get'), at(said, `${folder}/keep`, 'post')].map(
        ({ operationId }) => operationId,
      ),
    ).toEqual(['get-folder', 'follow-folder', 'keep-over-folder'] as never);
  });

  it('tells how a folder stands: what is always there, and what only where something is the matter', () => {
    const state = at(said, folder, 'get', 'responses', '200', 'content', 'application/json', 'schema');
    expect(state['required'] as unknown).toEqual(['linked']);
    expect(Object.keys(at(state, 'properties'))).toEqual(['linked', 'folder', 'problems', 'conflicts', 'halted', 'watchedAgain']);
    expect(at(state, 'properties', 'linked')['type'] as unknown).toBe('boolean');
    const problem = at(state, 'properties', 'problems', 'items');
    expect(problem['required'] as unknown).toEqual(['key', 'file', 'message']);
    expect(at(problem, 'properties', 'line')['type'] as unknown).toBe('integer');
    const conflict = at(state, 'properties', 'conflicts', 'items');
    expect(Object.keys(at(conflict, 'properties'))).toEqual(['key', 'file', 'document']);
  });

  it('tells what follows it, and what is refused', () => {
    const events = at(said, `${folder}/events`, 'get', 'responses');
    expect(at(events, '200', 'content', 'text/event-stream', 'schema')).toEqual({ type: 'string' });
    expect(Object.keys(events)).toEqual(['200', '404']);
    const keep = at(said, `${folder}/keep`, 'post');
    expect(at(keep, 'requestBody')['required'] as unknown).toBe(true);
    expect(Object.keys(at(keep, 'requestBody', 'content', 'application/json', 'schema', 'properties')).length).toBeGreaterThan(0);
    expect(Object.keys(at(keep, 'responses'))).toEqual(['204', '404', '422']);
    for (const refusal of ['404', '422'])
      expect(Object.keys(at(keep, 'responses', refusal, 'content'))).toEqual(['application/problem+json']);
  });
});
