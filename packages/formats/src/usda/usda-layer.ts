import type { LayerTime } from './layer-time.js';
import type { UsdaMeta } from './usda-meta.js';
import type { UsdaProperties } from './usda-properties.js';
import type { Span } from './usda-scanner.js';

/** How a prim is brought in (OpenUSD, specifiers). */
export type Specifier = 'def' | 'over' | 'class';
/** What stands in braces: of the layer, of a prim, or of one variant of it. */
export interface UsdaScope {
  /** The prim that it says something of; -1: the layer. */
  readonly prim: number;
  /** Of which variant of its prim; null: of the prim itself. */
  readonly variant: { readonly set: string; readonly name: string; readonly within: number } | null;
  /** Of a variant; null: it has none, or it is a prim's own, which the prim holds. */
  readonly meta: UsdaMeta | null;
  /** Without the braces. */
  readonly body: Span;
}
/** One statement of a prim. */
export interface UsdaPrim {
  readonly specifier: Specifier;
  /** Empty: none is given. */
  readonly type: string;
  readonly name: string;
  /** Its name as it stands, with the quotes. */
  readonly nameSpan: Span;
  /** Of all of it, from the specifier to the brace that closes it. */
  readonly span: Span;
  readonly meta: UsdaMeta | null;
  /** The scope that it stands in, by number. */
  readonly within: number;
  /** The scope of its own. */
  readonly own: number;
  /** Scopes of its variants. */
  readonly variants: readonly number[];
}
/** A path as it stands, and the scope from which it goes where it is relative. */
export interface UsdaPathAt {
  readonly span: Span;
  readonly scope: number;
  /** `expression`: a text in quotes that is a pattern of paths. */
  readonly as: 'path' | 'expression';
}
/** Names of children in quotes, of `reorder nameChildren` and `reorder rootPrims`. */
export interface UsdaOrder {
  readonly span: Span;
  /** Whose children. */
  readonly scope: number;
}
/** Variants that who takes a prim over chooses for it: names by their sets. */
export interface Chosen {
  /** The prim that is taken over: from the root of its file on. */
  readonly path: string;
  readonly by: ReadonlyMap<string, string>;
}
/** A file of those that make a layer: itself, what it is layered on, what it takes over from. */
export interface LayerPart {
  /** Its path, from the layer itself. */
  readonly file: string;
  /** Its bytes in the text of all. */
  readonly start: number;
  readonly end: number;
  /** Its first scope, which is of the file itself, and its first prim. */
  readonly scopes: number;
  readonly prims: number;
  /** How many prims it has. */
  readonly count: number;
  /** The prim that its roots stand under; -1: they are roots of the layer. */
  readonly base: number;
  readonly meta: UsdaMeta | null;
  readonly paths: readonly UsdaPathAt[];
  /** Prims that stand for files that it takes over from, by where in the text it names one. */
  readonly bases: Map<number, number>;
  /** What was chosen by who takes over from it; null: nothing. */
  readonly chosen: Chosen | null;
  /** How its time codes are those of the layer itself. */
  readonly time: LayerTime;
}
/** A layer of OpenUSD text, with the place of everything that can change. Scope 0 is the layer's own. */
export interface UsdaLayer {
  readonly file: string;
  /** The text of all its files; its own comes first. */
  readonly bytes: Uint8Array;
  /** The text that is written. */
  readonly own: Uint8Array;
  readonly meta: UsdaMeta | null;
  readonly scopes: readonly UsdaScope[];
  readonly prims: readonly UsdaPrim[];
  readonly properties: UsdaProperties;
  /** Paths that mean something of this layer, in the order of the text. */
  readonly paths: readonly UsdaPathAt[];
  readonly orders: readonly UsdaOrder[];
  /** Paths behind the name of another layer. */
  readonly elsewhere: readonly Span[];
  /** The files that it is of, itself first: only what stands in that one is written. */
  readonly parts: readonly LayerPart[];
  /** Files that it names and that are not among them. */
  readonly outside: readonly string[];
  /** Files of which other variants or times were chosen by who takes over from them than there was room for. */
  readonly unchosen: readonly string[];
}
