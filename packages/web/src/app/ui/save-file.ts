/** Gives the browser a JSON file to save, its name in plain letters. */
export function saveJson(value: unknown, name: string, ending: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(
    new Blob([`${JSON.stringify(value, null, 2)}\n`], { type: 'application/json' }),
  );
  link.download = `${name.replace(/[^A-Za-z0-9_-]+/g, '_')}${ending}`;
  link.click();
  URL.revokeObjectURL(link.href);
}
