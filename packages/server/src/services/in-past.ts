const past: Readonly<Record<string, string>> = {
  Fix: 'fixed',
  'Fix:': 'fixed:',
  Lift: 'lifted',
  Move: 'moved',
  Put: 'put',
  'Redo:': 'redid:',
  Remove: 'removed',
  Rename: 'renamed',
  Restore: 'restored',
  'Undo:': 'undid:',
};

/** The label of a change as something somebody did: `Rename 8 objects` becomes `renamed 8 objects`. */
export function inPast(label: string): string {
  const space = label.indexOf(' ');
  const verb = space < 0 ? label : label.slice(0, space);
  const done = past[verb];
  return done === undefined ? `changed: ${label}` : done + label.slice(verb.length);
}
