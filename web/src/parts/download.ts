/** Hands a text, or bytes, to the person as a file. */
export function download(name: string, text: BlobPart, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const a = document.createElement('a');
  a.href = url;
  a.download = name;
  a.click();
  URL.revokeObjectURL(url);
}
