import type {
  Convention,
  ConventionFit,
  Edit,
  Gate,
  Kind,
  KnownFacing,
  KnownShape,
  LearnedGuess,
  Recipe,
  Standing,
  Tried,
} from '@renquil/core';

export type Role = 'viewer' | 'artist' | 'lead';
export interface ProjectName {
  readonly slug: string;
  readonly name: string;
  /** Nothing in it changes. */
  readonly archived?: boolean;
}
export interface SessionInfo {
  readonly account: { readonly id: number; readonly name: string; readonly makesProjects?: boolean };
  readonly projects: readonly {
    readonly slug: string;
    readonly name: string;
    readonly role: Role;
    /** Nothing in it changes. */
    readonly archived?: boolean;
  }[];
  readonly demo: boolean;
}
export interface SceneSummary {
  readonly id: number;
  readonly name: string;
  readonly sourceName: string;
  readonly revision: number;
  readonly objects: number;
  readonly version: number | null;
  readonly unsaved: number;
  /** Name of the convention it is held to. */
  readonly convention: string;
  readonly standing: Standing | null;
  readonly judged: boolean;
  readonly updatedAt: string;
  readonly updatedBy: string;
}
export interface LibraryInfo {
  readonly project: ProjectName;
  readonly role: Role;
  readonly scenes: readonly SceneSummary[];
  readonly trend: readonly { readonly day: string; readonly named: number; readonly fitting: number }[];
  readonly mostWrong: readonly { readonly check: string; readonly count: number; readonly title: string }[];
  readonly lately: readonly {
    readonly who: string;
    readonly what: string;
    readonly scene: string | null;
    readonly at: string;
  }[];
}
export interface FoundObject {
  readonly scene: number;
  readonly sceneName: string;
  readonly object: number;
  readonly name: string;
  readonly kind: Kind;
}
export interface LoggedChange {
  readonly revision: number;
  readonly id: string;
  readonly author: string;
  readonly authorId?: number;
  readonly label: string;
  readonly edits: readonly Edit[];
}
export interface OpenedScene {
  readonly project: ProjectName;
  readonly role: Role;
  readonly scene: SceneSummary;
  readonly snapshot: number;
  readonly changes: readonly LoggedChange[];
  readonly convention: PinnedConvention;
}
/** What a scene is held to; without an id it comes with Renquil. */
export interface PinnedConvention {
  readonly id: number | null;
  readonly shipped: string | null;
  readonly name: string;
  readonly revision: number;
  readonly body: Convention;
  /** Whether anybody has said that it is held to this. */
  readonly settled: boolean;
}
/** How many names of a scene a convention takes as they are. */
export interface FittedConvention extends ConventionFit {
  readonly id: number | null;
  readonly shipped: string | null;
  readonly name: string;
  readonly revision: number;
}
export interface ConventionList {
  readonly project: ProjectName;
  readonly role: Role;
  /** What scenes that are brought in are held to. */
  readonly standard: { readonly id: number | null; readonly shipped: string | null };
  readonly conventions: readonly {
    readonly id: number;
    readonly name: string;
    readonly revision: number;
    readonly draft: boolean;
    readonly draftBy: string | null;
    readonly scenes: number;
  }[];
  readonly shipped: readonly { readonly id: string; readonly name: string; readonly scenes: number }[];
}
export interface ConventionInfo {
  readonly id: number;
  readonly name: string;
  readonly revision: number;
  readonly body: Convention | null;
  readonly draft: Convention | null;
  readonly draftBy: string | null;
  readonly revisions: readonly {
    readonly revision: number;
    readonly note: string;
    readonly author: string;
    readonly at: string;
  }[];
  readonly scenes: readonly { readonly id: number; readonly name: string; readonly revision: number }[];
}
export interface TriedScene extends Tried {
  readonly id: number;
  readonly name: string;
  readonly convention: string;
  readonly revision: number;
}
export interface Learned {
  readonly convention: Convention;
  readonly guesses: readonly LearnedGuess[];
  readonly fits: number;
  readonly names: number;
}
export interface KeptRecipe {
  readonly id: number;
  readonly recipe: Recipe;
  readonly author: string;
  readonly at: string;
}
/** The common word of the library that a word is nearly. */
export interface NearWord {
  readonly word: string;
  readonly near: { readonly word: string; readonly used: number } | null;
}
export interface WordUse {
  readonly word: string;
  readonly count: number;
  readonly scenes: readonly {
    readonly scene: number;
    readonly name: string;
    readonly count: number;
    readonly examples: readonly string[];
  }[];
}
export interface WordRename {
  readonly applied: boolean;
  readonly scenes: readonly {
    readonly scene: number;
    readonly name: string;
    readonly clashes: number;
    readonly renames: readonly { readonly object: number; readonly before: string; readonly after: string }[];
  }[];
}
export interface BinnedScene {
  readonly id: number;
  readonly name: string;
  readonly objects: number;
  readonly at: string;
  readonly by: string | null;
}
export interface JobInfo {
  readonly id: number;
  readonly kind: 'import' | 'handoff';
  readonly author: string;
  /** The file that is brought in; null for a hand-off. */
  readonly about: string | null;
  readonly scene: number | null;
  /** It ended without success and can be asked again. */
  readonly again: boolean;
  readonly at: string;
  readonly state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
  readonly stage: string;
  readonly done: number;
  readonly total: number;
  readonly result: {
    readonly scene?: number;
    readonly handoff?: number;
    readonly name?: string;
    readonly objects?: number;
    readonly note?: string;
  } | null;
  readonly error: { readonly code: string; readonly text: string } | null;
}
export interface VersionInfo {
  readonly number: number;
  readonly revision: number;
  readonly note: string;
  readonly author: string;
  readonly at: string;
}
export interface HistoryLine {
  readonly revision: number;
  readonly author: string;
  readonly label: string;
  readonly at: string;
}
export interface HandoffInfo {
  readonly id: number;
  readonly revision: number;
  readonly author: string;
  readonly reason: string | null;
  readonly at: string;
  readonly gate: Gate;
  readonly readBack: { readonly objects: number; readonly arrived: number; readonly geometry: boolean };
  readonly files: readonly { readonly name: string; readonly bytes: number; readonly sha256: string }[];
}
/** What the other scenes of a project say of one. */
export interface ToldElsewhere {
  readonly shapes: readonly KnownShape[];
  readonly facing: KnownFacing | null;
}
