import type { CompiledConvention, PatternKey } from './compiled-convention.js';
import { lowerFirst, upperFirst } from './slot-words.js';

/** A name put together from the texts of its slots, in the order of the pattern; empty ones are left out. */
export function joinTexts(
  convention: CompiledConvention,
  key: PatternKey,
  textOf: (slot: string) => string | undefined,
): string {
  const { source } = convention;
  let name = '';
  for (const { slot, glued, after } of convention.pattern(key) ?? []) {
    const text = textOf(slot);
    if (!text) continue;
    if (source.humps) name += name || source.humps === 'pascal' ? upperFirst(text) : lowerFirst(text);
    else name += (name && !glued ? (after ?? source.separator) : '') + text;
  }
  return name;
}
