/** Gives the browser a JSON file to save, its name in plain letters. */
export function saveJson(value: unknown, name: string, ending: string): void {
  const text = `${JSON.stringify(value, null, 2)}\n`;
  saveFile(`${name.replace(/[^A-Za-z0-9_-]+/g, '_')}${ending}`, text, 'application/json');
}
/** Gives the browser a file to save. */
export function saveFile(name: string, content: BlobPart, type: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
