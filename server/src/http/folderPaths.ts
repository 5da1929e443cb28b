import * as z from 'zod';
import { collections } from '@undatio/core/internal';
import { keepSchema } from './folderRoutes.js';
import { json, jsonSchema, pathParameter, problem, type Json } from './openApiParts.js';

const file = z.string().describe('Its path inside the folder.');
const key = z.string().describe(`collection/id, of ${collections.join(', ')}.`);
const state = z.object({
  linked: z.boolean().describe('Whether the project is kept in a folder; the rest is there only where it is.'),
  folder: z.string().optional().describe('Where that is.'),
  problems: z
    .array(z.object({ key, file, line: z.int().optional().describe('From 1.'), message: z.string() }))
    .optional()
    .describe('Files that cannot be used; the last good state of each is kept.'),
  conflicts: z
    .array(z.object({ key, file, document: z.unknown().describe('As the folder has it; left out where its file was removed.') }))
    .optional()
    .describe('Documents that were changed on both sides; neither is written over the other.'),
  halted: z.string().optional().describe('Why nothing is taken or written for now.'),
  watchedAgain: z.string().optional().describe('When the folder was last found again after it had been away, as ISO 8601.'),
});

/** The folder's part of the OpenAPI document. */
export function folderPaths(): Json {
  const parameters = [pathParameter('project')];
  return {
    '/api/projects/{project}/folder': {
      parameters,
      get: { operationId: 'get-folder', responses: { 200: json(jsonSchema(state), 'How the folder that the project is kept in stands.') } },
    },
    '/api/projects/{project}/folder/events': {
      parameters,
      get: {
        operationId: 'follow-folder',
        responses: {
          200: {
            description:
              'Server-sent events: "state" with what get-folder tells, at first and whenever it changes, and "changes" with a list of what the folder brought: key, and etag and document unless it was removed.',
            content: { 'text/event-stream': { schema: { type: 'string' } } },
          },
          404: problem('The project is kept in no folder.'),
        },
      },
    },
    '/api/projects/{project}/folder/keep': {
      parameters,
      post: {
        operationId: 'keep-over-folder',
        requestBody: { required: true, content: { 'application/json': { schema: jsonSchema(keepSchema) } } },
        responses: {
          204: { description: 'The stored state is in the folder.' },
          404: problem('Nothing of this document waits to be decided.'),
          422: problem('Not a document’s place.'),
        },
      },
    },
  };
}
