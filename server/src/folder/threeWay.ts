/** One document's state as a text that is the same for the same content, whatever its file looks like; undefined where it is not there. */
export type Canonical = string | undefined;

/** What is to be done about a document that two sides keep. */
export type Decision =
  /** Both sides have it the same. */
  | 'same'
  /** The studio changed it: the folder follows. */
  | 'to folder'
  /** The folder changed it: the studio follows. */
  | 'to studio'
  /** Both changed it, and not to the same. */
  | 'both';

/**
 * What is to become of a document, from its state on either side and the last one that both had. The merge of three states as
 * version control does it, a whole document at a time. Undefined is a state like any other: not there.
 */
export function threeWay(folder: Canonical, studio: Canonical, agreed: Canonical): Decision {
  if (folder === studio) return 'same';
  if (folder === agreed) return 'to folder';
  if (studio === agreed) return 'to studio';
  return 'both';
}
