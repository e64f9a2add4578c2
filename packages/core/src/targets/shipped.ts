import type { Target } from './target.js';

/** Names that no file or device may have on some systems, and that scripts take for something else. */
const reserved = ['con', 'prn', 'aux', 'nul', 'none', 'null', 'true', 'false'];

/** For whoever said nothing: the scene as it is, without what stays home. */
export const asItIs: Target = { title: 'glTF scene', format: 'glb' };

/** Every project begins with these; they are copied into it when somebody changes one. Common practice of the trade. */
export const shippedTargets: Readonly<Record<string, Target>> = {
  engine: {
    title: 'glTF scene for an engine',
    about: 'Letters, digits and underscore, 63 characters, metres, Y up; no cameras and no lights.',
    format: 'glb',
    names: {
      letters: 'ascii',
      signs: '_',
      digitFirst: false,
      longest: 63,
      unique: 'scene',
      reserved,
    },
    axes: { up: 'Y', unit: 1, how: 'root' },
    takes: { kinds: ['group', 'mesh', 'joint', 'locator', 'control'], attributes: 'all' },
  },
  parts: {
    title: 'Look-alike, flattened to parts',
    about: 'Only meshes, side by side, each where it is seen; names are made to fit.',
    format: 'glb',
    names: { letters: 'ascii', signs: '_', longest: 63, unique: 'scene', capitals: false, conform: true },
    takes: { kinds: ['mesh', 'group', 'control', 'locator'], attributes: 'none' },
    flat: true,
  },
  names: {
    title: 'Names only',
    about: 'The lists of names, for whoever has the scene already.',
    format: 'names',
  },
};
