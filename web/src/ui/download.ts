/** Hands a text to the browser as a file. */
export function download(name: string, text: string, type: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  // The browser reads it after the press.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
