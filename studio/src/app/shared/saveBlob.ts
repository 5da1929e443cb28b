/** Hands bytes to the browser as a download under a name. */
export function saveBlob(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  // Once the browser has taken it.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
