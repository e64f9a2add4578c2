import type { Scene } from '../scene/scene.js';
import { keyQuery, queryKeyRegistry } from './query-keys.js';
import type { Query, QueryNode, QueryText } from './query-node.js';
import { readQuery, refuseQuery } from './read-query.js';
import { compileWildcard, hasWildcard } from './wildcard.js';

/** The keys of the query language, sorted; beside them `attr.NAME` and `slot.NAME`. */
export const queryKeys = queryKeyRegistry.map((one) => one.key);

/**
 * What a query finds, as a test (see `readQuery` for the language). A bare word matches names that contain it, a wildcard
 * the whole name; lower-case text matches any case. Throws query-invalid with the place.
 * @example runQuery(scene, parseQuery('kind:mesh -door*'))
 */
export function parseQuery(text: string): Query {
  return compileQuery(readQuery(text));
}

/** A query's tree as a test. Throws query-invalid for a key that there is not, or a value that it does not take. */
function compileQuery(node: QueryNode): Query {
  switch (node.type) {
    case 'all': {
      const terms = node.of.map(compileQuery);
      return (scene, object) => terms.every((q) => q(scene, object));
    }
    case 'either': {
      const options = node.of.map(compileQuery);
      return (scene, object) => options.some((q) => q(scene, object));
    }
    case 'not': {
      const inner = compileQuery(node.of);
      return (scene, object) => !inner(scene, object);
    }
    case 'name': {
      const test = matcher(node.value);
      return (_scene, object) => test(object.name);
    }
    case 'key': {
      const { key, value, at } = node;
      const fail = (detail: string): never => refuseQuery(at, detail);
      const query = keyQuery(key, value, { matcher, parse: parseQuery, fail });
      return (
        query ?? fail(`"${key}" is no key; keys are ${[...queryKeys, 'attr.NAME', 'slot.NAME'].join(', ')}`)
      );
    }
  }
}

/** A test of texts: one in quotes is contained as it is; a wildcard matches all of it; lower case matches any case. */
function matcher({ text, quoted }: QueryText): (name: string) => boolean {
  if (quoted) return (name) => name.includes(text);
  const ignoreCase = text === text.toLowerCase();
  if (hasWildcard(text)) return compileWildcard(text, { ignoreCase });
  return ignoreCase ? (name) => name.toLowerCase().includes(text) : (name) => name.includes(text);
}

/** The ids that match, in tree order. */
export function runQuery(scene: Scene, query: Query): number[] {
  const found: number[] = [];
  for (const object of scene.walk()) if (query(scene, object)) found.push(object.id);
  return found;
}
