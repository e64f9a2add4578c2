/** Readers part names at spaces, and take what follows # for a remark or not: none of it comes back from all of them. */
export function objNameFault(name: string): string | null {
  if (!name) return 'an object or material has a name there';
  // eslint-disable-next-line no-control-regex -- control characters end a name as spaces do
  if (/[\s#\u0000-\u001f\u007f]/.test(name) || name.endsWith('\\'))
    return 'readers of OBJ take a name apart at a space, a "#" or a last "\\"';
  return name === 'default' ? 'that is what OBJ calls the group of all that has none' : null;
}
