import * as z from 'zod';
import { documentSchemas, projectSchema } from '@undatio/core';
import { pictureLightsSchema } from '@undatio/core/internal';
import { header, json, jsonSchema, pathParameter, problem, reference, shared, type Json } from './openApiParts.js';
import { changesSchema } from './changes.js';
import { folderPaths } from './folderPaths.js';
import { historyPaths } from './historyPaths.js';
import { binnedSchema, listedSchema, shelfPaths } from './shelfPaths.js';

const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  errors: z
    .array(z.object({ path: z.string(), message: z.string() }))
    .optional()
    .describe('Each bad field with what was expected there.'),
});

const leanParameter = {
  name: 'lean',
  in: 'query',
  required: false,
  description: 'Whether the runtime leaves out the kinds of effects that no sequence uses.',
  schema: { type: 'boolean', default: false },
};

const kitContentsSchema = z.object({
  problems: z.array(
    z.object({
      severity: z.enum(['error', 'warning']),
      path: z.string(),
      message: z.string(),
      finding: z.string().optional().describe('What sort of finding it is.'),
      other: z.string().optional().describe('Id of another thing that the finding is about.'),
    }),
  ),
  files: z.array(z.object({ path: z.string(), size: z.int() })),
  size: z.int().describe('Bytes of the archive; 0 when it cannot be made.'),
});

const etag: Json = { ETag: { description: 'The state’s entity tag.', schema: { type: 'string' } } };

function entityPaths(collection: string): [string, Json] {
  const schema = reference(collection);
  const operations = {
    parameters: [pathParameter('project'), pathParameter('id')],
    get: {
      operationId: `get-${collection}`,
      responses: { 200: json(schema, 'The entity.', etag), 304: { description: 'Unchanged.' }, 404: problem('No such entity.') },
    },
    put: {
      operationId: `put-${collection}`,
      parameters: [
        header('If-Match', 'The entity tag of the state to replace.'),
        header('If-None-Match', '* to create.'),
        header('Prefer', 'return=minimal to be sent nothing back (RFC 7240).'),
      ],
      requestBody: { required: true, content: { 'application/json': { schema } } },
      responses: {
        200: json(schema, 'Stored.', etag),
        201: json(schema, 'Created.', etag),
        204: { description: 'Stored, and nothing sent back, as preferred.', headers: etag },
        400: problem('Not JSON.'),
        412: problem('Changed elsewhere; `current` holds the stored state.'),
        413: problem('Too large.'),
        422: problem('Not usable; each place is named.'),
        428: problem('No precondition.'),
        503: problem('The database cannot be written.'),
      },
    },
    ...(collection !== 'settings' && {
      delete: {
        operationId: `delete-${collection}`,
        parameters: [header('If-Match', 'The entity tag of the state to delete.')],
        responses: {
          204: { description: 'Deleted.' },
          409: problem('Still in use.'),
          412: problem('Changed elsewhere.'),
          428: problem('No precondition.'),
        },
      },
    }),
  };
  return [`/api/projects/{project}/${collection}/{id}`, operations];
}

let made: Json | undefined;

/** OpenAPI 3.1 of the whole API, from the schemas that check it. */
export function openApiDocument(): Json {
  return (made ??= {
    openapi: '3.1.0',
    info: { title: 'Undatio', version: '0.1.0', license: { name: 'MIT', identifier: 'MIT' } },
    paths: {
      '/api/health': {
        get: {
          operationId: 'health',
          responses: { 200: json({ type: 'object', properties: { status: { const: 'ok' } } }, 'It answers.') },
        },
      },
      '/api/openapi.json': { get: { operationId: 'openapi', responses: { 200: json({ type: 'object' }, 'This document.') } } },
      '/api/projects': {
        get: {
          operationId: 'list-projects',
          responses: {
            200: json({ type: 'array', items: jsonSchema(listedSchema) }, 'Every project’s settings, what it holds, and when it changed.'),
          },
        },
        post: {
          operationId: 'add-project',
          requestBody: { required: true, content: { 'application/json': { schema: reference('Project') } } },
          responses: {
            201: json(reference('Project'), 'Stored.'),
            400: problem('Not JSON.'),
            409: problem('Its id is taken.'),
            413: problem('Too large.'),
            422: problem('Not usable.'),
          },
        },
      },
      '/api/bytes': {
        post: {
          operationId: 'keep-bytes',
          requestBody: { required: true, content: { '*/*': {} } },
          responses: {
            201: json(
              { type: 'object', properties: { sha256: { type: 'string' }, size: { type: 'integer' } } },
              'Kept; the same bytes once.',
            ),
            413: problem('Too large.'),
            422: problem('Empty.'),
          },
        },
      },
      '/api/demo': {
        post: {
          operationId: 'restore-demo',
          responses: {
            200: json(reference('settings'), 'The demo is as it ships; its settings.'),
            503: problem('The database cannot be written.'),
          },
        },
      },
      '/api/projects/{project}': {
        parameters: [pathParameter('project')],
        get: {
          operationId: 'get-project',
          responses: { 200: json(reference('Project'), 'The project as a file holds it.'), 404: problem('No such project.') },
        },
        delete: {
          operationId: 'throw-away-project',
          responses: { 200: json(jsonSchema(binnedSchema), 'In the bin for thirty days.'), 404: problem('No such project.') },
        },
      },
      '/api/projects/{project}/entities': {
        parameters: [pathParameter('project')],
        get: {
          operationId: 'list-entities',
          responses: {
            200: json(
              {
                type: 'array',
                items: {
                  type: 'object',
                  required: ['collection', 'id', 'etag', 'document'],
                  properties: {
                    collection: { enum: Object.keys(documentSchemas) },
                    id: { type: 'string' },
                    etag: { type: 'string' },
                    document: { type: 'object' },
                  },
                },
              },
              'Every entity with its entity tag.',
            ),
            404: problem('No such project.'),
          },
        },
      },
      '/api/projects/{project}/changes': {
        parameters: [pathParameter('project')],
        post: {
          operationId: 'change-together',
          requestBody: { required: true, content: { 'application/json': { schema: jsonSchema(changesSchema) } } },
          responses: {
            200: json(
              {
                type: 'object',
                required: ['etags'],
                properties: { etags: { type: 'object', additionalProperties: { type: 'string' } } },
              },
              'All of it is stored; the entity tags by collection/id.',
            ),
            404: problem('No such project.'),
            412: problem('Some changed elsewhere; `stale` holds their stored states. Nothing was stored.'),
            422: problem('Not usable together; each place is named. Nothing was stored.'),
          },
        },
      },
      '/api/projects/{project}/kit/contents': {
        parameters: [pathParameter('project')],
        get: {
          operationId: 'kit-contents',
          parameters: [leanParameter],
          responses: {
            200: json(reference('KitContents'), 'What the kit will contain, problems first.'),
            404: problem('No such project.'),
          },
        },
      },
      '/api/projects/{project}/kit': {
        parameters: [pathParameter('project')],
        get: {
          operationId: 'kit',
          parameters: [leanParameter],
          responses: {
            200: { description: 'The kit.', content: { 'application/zip': {} } },
            400: problem('`lean` is neither true nor false.'),
            404: problem('No such project.'),
            422: problem('It cannot be shipped.'),
          },
        },
      },
      '/api/projects/{project}/lights': {
        parameters: [pathParameter('project')],
        get: {
          operationId: 'picture-lights',
          responses: {
            200: json(jsonSchema(pictureLightsSchema()), 'How light its pictures are, each cell in a few places.'),
            404: problem('No such project.'),
          },
        },
      },
      '/api/projects/{project}/show/{id}': {
        parameters: [pathParameter('project'), pathParameter('id')],
        get: {
          operationId: 'show-sequence',
          parameters: [
            { name: 'payload', in: 'query', required: false, description: 'What it is struck with, as JSON.', schema: { type: 'string' } },
            { name: 'seed', in: 'query', required: false, description: 'Fixes every random draw.', schema: { type: 'integer' } },
          ],
          responses: {
            200: { description: 'A page that plays the sequence by itself, as a file.', content: { 'text/html': {} } },
            400: problem('A payload or a seed that is none.'),
            404: problem('No such project or sequence.'),
            422: problem('It cannot be made.'),
          },
        },
      },
      '/api/projects/{project}/assets/{id}/content': {
        parameters: [pathParameter('project'), pathParameter('id')],
        get: {
          operationId: 'asset-content',
          responses: { 200: { description: 'The bytes.', content: { '*/*': {} } }, 404: problem('No such asset, or its file is missing.') },
        },
      },
      ...shelfPaths(),
      ...folderPaths(),
      ...historyPaths(),
      ...Object.fromEntries(Object.keys(documentSchemas).map(entityPaths)),
    },
    components: {
      schemas: {
        Problem: jsonSchema(problemSchema),
        KitContents: jsonSchema(kitContentsSchema),
        Project: jsonSchema(projectSchema()),
        ...Object.fromEntries(Object.entries(documentSchemas).map(([name, schema]) => [name, jsonSchema(schema())])),
        ...shared,
      },
    },
  });
}
