/** Why the store cannot do its work; the message is for a person. */
export class StoreError extends Error {
  constructor(
    readonly reason: 'locked' | 'read-only' | 'full' | 'unusable',
    message: string,
  ) {
    super(message);
  }
}

const told: Record<string, { reason: StoreError['reason']; tell: (file: string) => string }> = {
  SQLITE_BUSY: {
    reason: 'locked',
    tell: (file) => `The database ${file} is locked by another program. Nothing was stored; close the other program and try again.`,
  },
  SQLITE_LOCKED: { reason: 'locked', tell: (file) => `The database ${file} is locked. Nothing was stored; try again.` },
  SQLITE_READONLY: {
    reason: 'read-only',
    tell: (file) => `The database ${file} is read-only. Nothing was stored; make the file and its folder writable.`,
  },
  SQLITE_FULL: { reason: 'full', tell: (file) => `The disk holding ${file} is full. Nothing was stored.` },
  SQLITE_CANTOPEN: {
    reason: 'unusable',
    tell: (file) => `The database ${file} cannot be opened or created; check the folder and its permissions.`,
  },
  SQLITE_NOTADB: { reason: 'unusable', tell: (file) => `${file} is not a database. Move it away and start again to create a new one.` },
  SQLITE_CORRUPT: {
    reason: 'unusable',
    tell: (file) => `The database ${file} is damaged. Move it away and start again to create a new one.`,
  },
  ENOSPC: { reason: 'full', tell: (file) => `The disk holding ${file} is full. Nothing was stored.` },
  EDQUOT: { reason: 'full', tell: (file) => `The disk space for ${file} is used up. Nothing was stored.` },
  EACCES: { reason: 'read-only', tell: (file) => `The folder of ${file} cannot be written; check its permissions.` },
  EROFS: { reason: 'read-only', tell: (file) => `The folder of ${file} is on a read-only disk.` },
  ENOTDIR: { reason: 'unusable', tell: (file) => `The folder of ${file} is not a folder.` },
  SQLITE_IOERR: { reason: 'unusable', tell: (file) => `The disk holding ${file} does not answer as it should. Nothing was stored.` },
  EISDIR: { reason: 'unusable', tell: (file) => `${file} is a folder where the database should be. Move it away and start again.` },
  EEXIST: { reason: 'unusable', tell: (file) => `The folder of ${file} is not a folder.` },
};

/** A StoreError for what SQLite or the file system reported, or undefined when it was something else. */
export function storeErrorOf(error: unknown, file: string): StoreError | undefined {
  for (
    let cause = error as { code?: unknown; original?: unknown; cause?: unknown } | undefined;
    cause;
    cause = (cause.original ?? cause.cause) as typeof cause
  ) {
    const known = typeof cause.code === 'string' ? told[cause.code] : undefined;
    if (known) return new StoreError(known.reason, known.tell(file));
  }
  return undefined;
}

/** A stored document that is no longer what was stored. */
export class DamagedDocument extends Error {
  static of(project: string, collection: string, id: string): DamagedDocument {
    return new DamagedDocument(
      `the stored document ${collection}/${id} of "${project}" is damaged: expected JSON in the database; the others can be read one by one`,
    );
  }

  static told(message: string): DamagedDocument {
    return new DamagedDocument(message);
  }
}
