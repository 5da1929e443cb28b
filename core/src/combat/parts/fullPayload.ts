/** A payload with every field filled in. */
export type FullPayload = Readonly<Record<string, number | string | boolean>>;
