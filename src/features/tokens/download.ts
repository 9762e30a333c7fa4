/** Hands a file to the person. */
export function saveFile(name: string, file: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}

/** Hands a text to the person as a file. */
export const download = (name: string, text: string, type = 'text/csv'): void =>
  saveFile(name, new Blob([text], { type: `${type};charset=utf-8` }));
