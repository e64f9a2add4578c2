import type { Severity } from '../checks/severity.js';
import type { Facing } from '../frames/frame.js';
import type { RecipeStep } from '../names/recipe/step.js';
import type { Kind } from '../scene/scene-object.js';

/** How the scene is written for it. names: only the lists of names go. */
export const targetFormats = ['glb', 'gltf', 'names'] as const;
/** One of them. */
export type TargetFormat = (typeof targetFormats)[number];

/** What a receiver can read as a name, and what becomes of names on the way out. */
export interface TargetNames {
  /** ascii: letters A to Z, a to z and digits. any: letters and digits of any script. Left out: any character. */
  readonly letters?: 'ascii' | 'any';
  /** Signs beside letters and digits; of no meaning without `letters`. */
  readonly signs?: string;
  /** Whether a digit may stand first; so unless it is false. */
  readonly digitFirst?: boolean;
  /** Characters of a name, and of a path with its slashes, at most. */
  readonly longest?: number;
  readonly longestPath?: number;
  /** Among whom a name stands once. Left out: it need not. */
  readonly unique?: 'scene' | 'siblings';
  /** False: capitals and small letters are the same to the receiver. */
  readonly capitals?: boolean;
  /** Words that mean something else there, whole names. */
  readonly reserved?: readonly string[];
  /** Run over what goes, on the way out only: the scene keeps its own names. */
  readonly steps?: readonly RecipeStep[];
  /** Names that do not keep to this are made to on the way out; otherwise they stop the hand-off. */
  readonly conform?: boolean;
}
/** The receiver's world, where it differs from glTF's: metres, +Y up (glTF 2.0, section 3.4). */
export interface TargetAxes {
  readonly up?: 'Y' | 'Z';
  /** Where the front of the asset shall look, with Y up; left out: as it does. */
  readonly front?: Facing;
  /** Metres of one unit there. */
  readonly unit?: number;
  /** root: one more object above all others turns and scales them. baked: shapes and places are worked over. */
  readonly how?: 'root' | 'baked';
  /** What the one more object is called. */
  readonly root?: string;
}
/** Layers or sets by name: those alone go, or all but those. */
export type Chosen = { readonly only: readonly string[] } | { readonly without: readonly string[] };

/** What goes of a scene beside what its own switches say. */
export interface TargetTakes {
  readonly kinds?: readonly Kind[];
  readonly layers?: Chosen;
  readonly sets?: Chosen;
  /** A filter that what goes must meet. */
  readonly where?: string;
  /** Which attributes go along. */
  readonly attributes?: 'all' | 'none' | readonly string[];
}
/** How much there may be of what goes. */
export interface TargetBudgets {
  readonly objects?: number;
  readonly faces?: number;
  readonly facesEach?: number;
  readonly materials?: number;
  /** Of the scene's file. */
  readonly bytes?: number;
}

/** What a receiver needs: a document of the project. */
export interface Target {
  readonly title: string;
  readonly about?: string;
  readonly format: TargetFormat;
  readonly names?: TargetNames;
  readonly axes?: TargetAxes;
  readonly takes?: TargetTakes;
  readonly budgets?: TargetBudgets;
  /** Parts without the groups above them, each where it is seen. */
  readonly flat?: boolean;
  /** How bad a check's findings are to the receiver, in place of what the convention says. */
  readonly severities?: Readonly<Record<string, Severity | 'off'>>;
}
