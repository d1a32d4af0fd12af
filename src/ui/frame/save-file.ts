/** Hands the reader a file made here. */
export function saveFile(content: BlobPart, name: string, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser reads it a moment later.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
