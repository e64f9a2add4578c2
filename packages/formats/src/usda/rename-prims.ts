import type { UsdaLayer } from './usda-layer.js';
import { PathMover, type NewPlaces } from './move-paths.js';
import type { BytePatch } from './layer-text.js';
import type { UsdaNamespace } from './usda-namespace.js';
import { chars, textOf, type Span } from './usda-scanner.js';
import { isString, stringText } from './usda-value.js';

/** The same quotes around another text. */
export function quoted(bytes: Uint8Array, { start, end }: Span, text: string): string {
  const sign = String.fromCharCode(bytes[start]!);
  const isLong = end - start >= 6 && bytes[start + 1] === bytes[start] && bytes[start + 2] === bytes[start];
  const quote = sign.repeat(isLong ? 3 : 1);
  return quote + text + quote;
}

/** What changes in a layer when places get other names or parents, but for moving them: names, and every path that means one. */
export function renamePatches(layer: UsdaLayer, namespace: UsdaNamespace, now: NewPlaces): BytePatch[] {
  const { bytes } = layer;
  const mover = new PathMover(namespace, now);
  const patches: BytePatch[] = [];
  const say = (span: Span, was: string, put: string): void => {
    if (was !== put) patches.push({ ...span, put });
  };
  const sayQuoted = (span: Span, was: string, text: string): void => {
    if (was !== text) patches.push({ ...span, put: quoted(bytes, span, text) });
  };
  layer.prims.forEach(({ name, nameSpan }, prim) =>
    sayQuoted(nameSpan, name, now.name(namespace.ofPrim[prim]!)),
  );
  for (const { span, scope, as } of layer.paths) {
    const anchor = namespace.ofScope(scope);
    if (as === 'path') {
      const text = textOf(bytes, span.start, span.end);
      say(span, text, mover.path(text, anchor));
    } else {
      const text = stringText(bytes, span);
      sayQuoted(span, text, mover.expression(text, anchor));
    }
  }
  for (const { span, scope } of layer.orders) {
    const name = stringText(bytes, span);
    const place = namespace.find(namespace.ofScope(scope), name);
    if (place >= 0) sayQuoted(span, name, now.name(place));
  }
  for (const { value } of layer.meta?.fields.get('defaultPrim') ?? []) {
    if (!isString(bytes, value)) continue;
    const name = stringText(bytes, value);
    const isPath = name.charCodeAt(0) === chars.slash;
    // A name alone is of a root; of one that moved under another, what it stands under is the root now.
    const before = isPath ? name : `/${name}`;
    const path = mover.path(before, -1);
    // What is no name of a prim means none, and stays.
    if (path === before) continue;
    sayQuoted(value, name, isPath ? path : path.split('/')[1]!);
  }
  return patches;
}
