/** An archive or a folder that cannot be taken in, told to a person. */
export class FolderError extends Error {}
