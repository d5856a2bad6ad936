/** Gives a file to the browser to keep; what no file name may hold is left out of it. */
export function saveFile(file: Blob, name: string): void {
  const url = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[/\\:]/g, ' ');
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** The same for a table. */
export const saveCsv = (text: string, name: string): void => saveFile(new Blob([text], { type: 'text/csv' }), name);
