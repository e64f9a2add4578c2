import { elsewhereSince } from '../scene/follow-places.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import type { Facing, Frames } from './frame.js';
import { FrameIndex, type FramesBefore } from './frame-index.js';
import type { RememberedWays } from './remembered-ways.js';

/** What a keeper works its frames out from. */
export interface KeeperInput {
  /** Which way the convention says that assets face; null: it does not. */
  readonly declared: Facing | null;
  /** Metres. */
  readonly slack: number;
  /** What names say, made anew where what was known of them does not hold any more. */
  readonly said: () => RememberedWays;
  /** Whether what a name says may hang on more than the name. */
  readonly forgets: boolean;
}

/** The frames of a scene, kept while nothing moves; a rename asks anew only where it says another side. */
export class FrameKeeper {
  #said: RememberedWays | null = null;
  #index: FrameIndex | null = null;
  #any = -1;
  #places = -1;
  #changes = 0;
  #attributes = -1;
  #renames = 0;
  constructor(
    readonly scene: Scene,
    readonly input: KeeperInput,
  ) {}
  frames(): Frames {
    const { scene, input } = this;
    // Asked of every object by some checks: nothing has changed between most times.
    if (this.#index && this.#any === scene.sceneVersion) return this.#index.frames();
    this.#any = scene.sceneVersion;
    const renamed =
      this.#said && !input.forgets
        ? (scene.renamedSince(this.#renames)?.map(({ object }) => object) ?? null)
        : null;
    const said = renamed ? this.#said! : (this.#said = input.said());
    if (renamed?.length) said.forget(renamed);
    if (!this.#index || !renamed || this.#places !== scene.geometryVersion)
      this.#index = new FrameIndex(
        scene,
        { ...input, says: (id) => said.of(id) },
        renamed ? this.#before(renamed) : undefined,
      );
    else {
      if (renamed.length) this.#index.renamed(renamed);
      if (this.#attributes !== scene.attributesVersion) this.#index.toldAgain();
    }
    this.#places = scene.geometryVersion;
    this.#changes = scene.places;
    this.#attributes = scene.attributesVersion;
    this.#renames = scene.renames;
    return this.#index.frames();
  }
  /** What is known already, and who stands elsewhere since, or says something else. */
  #before(renamed: readonly ObjectId[]): FramesBefore | undefined {
    const elsewhere = this.#index && elsewhereSince(this.scene, this.#changes);
    if (!elsewhere) return undefined;
    const { ids, above } = elsewhere;
    return { index: this.#index!, changed: new Set([...ids, ...renamed]), above };
  }
}
