export function chromiumHere(options?: { readonly whole?: boolean }): string | undefined;
export const chromiumFlags: readonly string[];
