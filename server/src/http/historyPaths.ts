import * as z from 'zod';
import { markSchema } from './historyRoutes.js';
import { json, jsonSchema, pathParameter, problem, type Json } from './openApiParts.js';

const states = z.object({
  states: z
    .array(
      z.object({
        number: z.int().describe('By which it is asked for; a later state has a higher one.'),
        at: z.string().describe('When it was stored, after RFC 3339.'),
        words: z.array(z.string()).describe('What changed since the one before.'),
        mark: z.string().optional().describe('What somebody named it.'),
      }),
    )
    .describe('The newest first; old ones are thinned.'),
});
const state = z.object({ number: z.int(), document: z.record(z.string(), z.unknown()).describe('As it was then.') });

/** The history's part of the OpenAPI document. */
export function historyPaths(): Json {
  const parameters = ['project', 'collection', 'id'].map(pathParameter);
  const gone = problem('There is no such state, or not any more.');
  return {
    '/api/projects/{project}/history/{collection}/{id}': {
      parameters,
      get: {
        operationId: 'list-states',
        responses: { 200: json(jsonSchema(states), 'Every kept state of a document.'), 404: problem('There is no such project.') },
      },
    },
    '/api/projects/{project}/history/{collection}/{id}/{number}': {
      parameters: [...parameters, pathParameter('number')],
      get: { operationId: 'get-state', responses: { 200: json(jsonSchema(state), 'The document as it was.'), 404: gone } },
      put: {
        operationId: 'name-state',
        requestBody: { required: true, content: { 'application/json': { schema: jsonSchema(markSchema) } } },
        responses: { 204: { description: 'It is named so.' }, 404: gone, 422: problem('Not a name.') },
      },
    },
  };
}
