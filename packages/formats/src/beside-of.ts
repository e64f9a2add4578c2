/** Where a file lies that another one names, from where the first of them is counted; null: nowhere that one could look. */
export function besideOf(file: string, name: string): string | null {
  if (/^[a-z][a-z0-9+.-]*:|^[\\/]|\\/i.test(name)) return null;
  const steps = file.split('/').slice(0, -1);
  for (const step of name.split('/')) {
    if (step === '..' && steps.length && steps.at(-1) !== '..') steps.pop();
    else if (step !== '.' && step !== '') steps.push(step);
  }
  return steps.join('/') || null;
}
