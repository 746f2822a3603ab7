/** Hands a text to the person as a file, made on the device. */
export function download(name: string, type: 'application/json' | 'text/csv', text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type: `${type};charset=utf-8` }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** The same for a value as JSON. */
export const downloadJson = (name: string, content: unknown): void =>
  download(name, 'application/json', `${JSON.stringify(content, null, 2)}\n`);
