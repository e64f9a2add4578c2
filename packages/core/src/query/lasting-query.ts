import { queryLeaves, type Query, type QueryNode } from './query-node.js';
import { parseQuery } from './query.js';
import { readQuery, refuseQuery } from './read-query.js';

/** What only whoever has a scene open knows, or what the answer itself would hang on. */
const fleeting: ReadonlyMap<string, string> = new Map([
  ['changed', 'what changed since a version'],
  ['finding', 'what checks find'],
  ['since', 'what is found since a version'],
  ['waived', 'what is waived'],
]);

/**
 * A filter that is kept, in a rule or a waiver, and asked on every host: it finds the same wherever the scene is. Throws
 * query-invalid: it cannot be read, or asks what is not known everywhere.
 */
export function readLasting(text: string): { readonly node: QueryNode; readonly finds: Query } {
  const node = readQuery(text);
  for (const leaf of queryLeaves(node)) {
    const what = leaf.type === 'key' ? fleeting.get(leaf.key) : undefined;
    if (leaf.type === 'key' && what) refuseQuery(leaf.at, `${what} cannot be asked here ("${leaf.key}:")`);
  }
  return { node, finds: parseQuery(text) };
}
