/** A joint of a standard: the nearest joint of the standard above it (null: it is the root), and whether it must be there. */
export interface StandardJoint {
  readonly parent: string | null;
  readonly required: boolean;
}
/** A published list of joints, with who hangs under whom. */
export interface SkeletonStandard {
  readonly id: string;
  readonly title: string;
  /** Document and clause, as findings name it. */
  readonly clause: string;
  readonly joints: Readonly<Record<string, StandardJoint>>;
  /** False: the standard says nothing of what hangs under what. */
  readonly parents: boolean;
}

/** `name<parent` words, `!` after a name that must be there. */
function joints(text: string): Record<string, StandardJoint> {
  const made: Record<string, StandardJoint> = {};
  for (const word of text.trim().split(/\s+/)) {
    const [said, parent = null] = word.split('<') as [string, string?];
    const required = said.endsWith('!');
    made[required ? said.slice(0, -1) : said] = { parent, required };
  }
  return made;
}
const bothSides = (text: string, left: string, right: string): string =>
  `${text.replaceAll('@', left)} ${text.replaceAll('@', right)}`;

const arm = '@Shoulder<upperChest @UpperArm!<@Shoulder @LowerArm!<@UpperArm @Hand!<@LowerArm';
const leg = '@UpperLeg!<hips @LowerLeg!<@UpperLeg @Foot!<@LowerLeg @Toes<@Foot';
const vrmFinger = (name: string, first: string, second: string, third: string): string =>
  `@${name}${first}<@Hand @${name}${second}<@${name}${first} @${name}${third}<@${name}${second}`;
const fingers = [
  vrmFinger('Thumb', 'Metacarpal', 'Proximal', 'Distal'),
  ...['Index', 'Middle', 'Ring', 'Little'].map((name) =>
    vrmFinger(name, 'Proximal', 'Intermediate', 'Distal'),
  ),
].join(' ');

/** VRM 1.0 humanoid: bones, parents and required bones. */
const vrm = joints(
  `hips! spine!<hips chest<spine upperChest<chest neck<upperChest head!<neck leftEye<head rightEye<head jaw<head
   ${bothSides(`${leg} ${arm} ${fingers}`, 'left', 'right')}`,
);

const handFinger = (name: string): string =>
  ['metacarpal!', 'phalanx-proximal!', 'phalanx-intermediate!', 'phalanx-distal!', 'tip!']
    .map((part) => `${name}-finger-${part}`)
    .join(' ');
/** W3C WebXR hand input, skeleton joints: 25 of them, each given in the hand's own space. */
const hand = joints(
  `wrist! thumb-metacarpal! thumb-phalanx-proximal! thumb-phalanx-distal! thumb-tip!
   ${['index', 'middle', 'ring', 'pinky'].map(handFinger).join(' ')}`,
);

/** A chain from the first to the last, each under the one before. */
const chain = (names: readonly string[], top: string, required: ReadonlySet<string>): string =>
  names.map((name, i) => `${name}${required.has(name) ? '!' : ''}<${i ? names[i - 1] : top}`).join(' ');
const count = (prefix: string, from: number): string[] =>
  [...Array(from).keys()].map((i) => `${prefix}${from - i}`);
const isoRequired = new Set(['vl5', 'skullbase']);
const isoFinger = (n: number, name: string): string => {
  const names = n === 1 ? ['1', '2', '3'] : ['0', '1', '2', '3'];
  return names.map((at, i) => `@_${name}${at}<${i ? `@_${name}${names[i - 1]}` : '@_wrist'}`).join(' ');
};
/** ISO/IEC 19774 humanoid animation: joints, their order from the root, and those of level of articulation one. */
const humanoid = joints(
  `HumanoidRoot! sacroiliac!<HumanoidRoot
   ${chain([...count('vl', 5), ...count('vt', 12), ...count('vc', 7), 'skullbase'], 'HumanoidRoot', isoRequired)}
   ${bothSides(
     `@_hip!<sacroiliac @_knee!<@_hip @_ankle!<@_knee @_subtalar<@_ankle @_midtarsal!<@_subtalar @_metatarsal<@_midtarsal
      @_sternoclavicular<vt1 @_acromioclavicular<@_sternoclavicular @_shoulder!<@_acromioclavicular @_elbow!<@_shoulder
      @_wrist!<@_elbow ${['thumb', 'index', 'middle', 'ring', 'pinky'].map((name, i) => isoFinger(i + 1, name)).join(' ')}
      @_eyeball_joint<skullbase @_eyelid_joint<skullbase @_eyebrow_joint<skullbase`,
     'l',
     'r',
   )} temporomandibular<skullbase`,
);

/** ISO/IEC 19774, VRM 1.0 and the WebXR hand input module, each by its own names. */
export const skeletonStandards: readonly SkeletonStandard[] = [
  {
    id: 'iso-19774',
    title: 'Humanoid, ISO/IEC 19774',
    clause: 'ISO/IEC 19774, joint hierarchy and level of articulation one',
    joints: humanoid,
    parents: true,
  },
  {
    id: 'vrm-1.0',
    title: 'Humanoid, VRM 1.0',
    clause: 'VRM 1.0, VRMC_vrm humanoid bones',
    joints: vrm,
    parents: true,
  },
  {
    id: 'webxr-hand',
    title: 'Hand, W3C WebXR',
    clause: 'W3C WebXR Hand Input, skeleton joints',
    joints: hand,
    parents: false,
  },
];

/** The nearest joint above that a set of present joints holds, going up the standard's own parents. */
export function standardParent(
  standard: SkeletonStandard,
  joint: string,
  present: ReadonlySet<string>,
): string | null {
  for (let at = standard.joints[joint]?.parent ?? null; at !== null; at = standard.joints[at]?.parent ?? null)
    if (present.has(at)) return at;
  return null;
}
