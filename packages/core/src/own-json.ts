import type { Json } from './scene/scene-object.js';

/**
 * The value that a JSON text says (RFC 8259), of which nobody knows yet what it is: what comes
 * from outside is judged by a schema or member by member before it has another type.
 * @throws SyntaxError naming the character; RangeError when it is nested too deeply
 */
export function readJson(text: string): Json {
  return JSON.parse(text) as Json;
}

/**
 * The value of a text that Renquil itself wrote, of a value that was judged when it came in: a column of its database, a
 * snapshot, what it keeps in the browser's store. Never for what somebody else can write.
 * @throws SyntaxError when the text was damaged
 */
export function readOwn<T>(text: string): T {
  return JSON.parse(text) as T;
}
