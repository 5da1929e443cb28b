/** A schema that is built on first use, so that a bundle which never asks for it need not carry Zod. */
export function lazySchema<T>(build: () => T): () => T {
  let built: T | undefined;
  return () => (built ??= build());
}
