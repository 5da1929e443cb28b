import { sequenceSchema, settingsOf, settingsSchema, type Project, type Sequence, type Settings } from '@undatio/core';

/** Names one document of the project that can be edited here. */
export type DocumentKey = `sequences/${string}` | `settings/${string}`;

export type EditableDocument = Sequence | Settings;

/** The document as the project holds it now. */
export function readDocument(project: Project, key: DocumentKey): EditableDocument | undefined {
  const [collection, id] = split(key);
  if (collection === 'sequences') return project.sequences.find((sequence) => sequence.id === id);
  return id === project.id ? settingsOf(project) : undefined;
}

/** The project with one document replaced; everything else is shared with the old one. */
export function withDocument(project: Project, key: DocumentKey, document: EditableDocument): Project {
  const [collection, id] = split(key);
  if (collection === 'settings') return { ...project, ...(document as Settings) };
  return { ...project, sequences: project.sequences.map((other) => (other.id === id ? (document as Sequence) : other)) };
}

/** Reads a document that came from outside; undefined when it cannot be used. */
export function parseDocument(key: DocumentKey, json: unknown): EditableDocument | undefined {
  const schema = split(key)[0] === 'settings' ? settingsSchema() : sequenceSchema();
  const parsed = schema.safeParse(json);
  return parsed.success ? (parsed.data as EditableDocument) : undefined;
}

function split(key: DocumentKey): [string, string] {
  return key.split('/', 2) as [string, string];
}
