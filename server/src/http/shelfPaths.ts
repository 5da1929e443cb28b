import * as z from 'zod';
import { settingsSchema } from '@undatio/core';
import { choicesSchema, duplicateSchema } from './shelfRoutes.js';
import { json, jsonSchema, pathParameter, problem, reference, type Json } from './openApiParts.js';

const counts = z.object({ events: z.int(), actors: z.int(), assets: z.int(), sequences: z.int() });
const listed = z.object({
  ...settingsSchema().shape,
  changed: z.iso.datetime().describe('When a document of it last changed.'),
  counts,
});
const binned = z.object({
  key: z.string().describe('What to take it back by.'),
  project: z.string().describe('The id that it had.'),
  label: z.string(),
  since: z.iso.datetime(),
  counts: counts.optional(),
});
const looked = z.object({
  id: z.string(),
  label: z.string(),
  there: z.boolean().describe('Whether a project of this id is here.'),
  free: z.string().describe('An id to store it under side by side.'),
  fresh: z.array(z.string()).describe('Documents that would be new, as collection/id.'),
  changed: z.array(z.string()).describe('Documents that would be replaced.'),
  gone: z.array(z.string()).describe('Documents that would go.'),
  same: z.int().describe('How many stay as they are.'),
  missing: z.array(z.string()).describe('Files of assets that are neither in it nor here.'),
  told: z.array(z.string()).describe('What of it is left out, and why.'),
});

/** The shelf's part of the OpenAPI document. */
export function shelfPaths(): Json {
  const asked = (schema: z.ZodType): Json => ({ required: true, content: { 'application/json': { schema: jsonSchema(schema) } } });
  const query = (name: string, type: string, description: string): Json => ({
    name,
    in: 'query',
    required: false,
    description,
    schema: { type },
  });
  return {
    '/api/start': {
      post: {
        operationId: 'start-project',
        requestBody: asked(choicesSchema),
        responses: { 201: json(reference('settings'), 'Begun; its settings.'), 422: problem('Choices that mean nothing.') },
      },
    },
    '/api/projects/{project}/duplicate': {
      parameters: [pathParameter('project')],
      post: {
        operationId: 'duplicate-project',
        requestBody: asked(duplicateSchema),
        responses: { 201: json(reference('settings'), 'Copied; the copy’s settings.'), 404: problem('No such project.') },
      },
    },
    '/api/projects/{project}/archive': {
      parameters: [pathParameter('project')],
      get: {
        operationId: 'archive-project',
        parameters: [query('history', 'boolean', 'With every kept state of its documents.')],
        responses: {
          200: { description: 'The project as a folder of text, in an archive.', content: { 'application/zip': {} } },
          404: problem('No such project.'),
          422: problem('A file of it is missing.'),
        },
      },
    },
    '/api/imports': {
      post: {
        operationId: 'import-project',
        parameters: [
          query('look', 'boolean', 'Only tell what would change.'),
          query('as', 'string', 'Store it under this id.'),
          query('replace', 'boolean', 'Store it in the place of the one that has its id.'),
        ],
        requestBody: { required: true, content: { 'application/zip': {}, 'application/json': { schema: reference('Project') } } },
        responses: {
          200: json(jsonSchema(looked), 'What would change; or, when replaced, its settings.'),
          201: json(reference('settings'), 'Stored; its settings.'),
          409: problem('Its id is taken.'),
          413: problem('Too large.'),
          422: problem('Not usable; each place is named.'),
        },
      },
    },
    '/api/bin': {
      get: {
        operationId: 'list-bin',
        responses: { 200: json({ type: 'array', items: jsonSchema(binned) }, 'What was thrown away in the last thirty days.') },
      },
    },
    '/api/bin/{key}': {
      parameters: [pathParameter('key')],
      delete: {
        operationId: 'forget-project',
        responses: { 204: { description: 'Gone for good.' }, 404: problem('Nothing there.') },
      },
    },
    '/api/bin/{key}/restore': {
      parameters: [pathParameter('key')],
      post: {
        operationId: 'restore-project',
        responses: {
          200: json({ type: 'object', properties: { id: { type: 'string' } } }, 'On the shelf again.'),
          404: problem('Nothing there.'),
          409: problem('Its id is taken.'),
        },
      },
    },
  };
}

/** A project as the shelf lists it. */
export const listedSchema = listed;
/** One thing in the bin. */
export const binnedSchema = binned;
