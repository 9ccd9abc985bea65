/** Saves a text as a file of this device. */
export function saveText(name: string, text: string, type = 'text/csv;charset=utf-8'): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken the address up once the click is over.
  queueMicrotask(() => URL.revokeObjectURL(url));
}
