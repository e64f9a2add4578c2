import type { Check } from './check.js';

/** What a person is told beside a finding. */
export interface Advice {
  /** What goes wrong further on when it stays. */
  readonly otherwise: string;
  /** How to put it right by hand. */
  readonly byHand: string;
}

const of = (byHand: string, otherwise = ''): Advice => ({ otherwise, byHand });

/** By check; common practice of the trade. A check that says itself what goes wrong has no word about it here. */
const table: Readonly<Record<string, Advice>> = {
  'attribute-differs': of(
    'Set the attribute in the inspector to the agreed value, or change what is agreed in the convention.',
    'What reads the attribute treats this object unlike its likes.',
  ),
  'branch-order': of(
    'Drag the branches into the order of the template in Arrange.',
    'Lists and differences of two versions show changes where there are none.',
  ),
  'camera-light-goes': of('Switch off "goes" for it, or put it under a helper.'),
  'case-blind': of(
    'Rename one of the two so that they differ in more than capitals.',
    'On a disk or in a program that minds no capitals one of the two takes the place of the other.',
  ),
  copies: of(
    'Delete the copy and duplicate the first as an instance, or share the shapes in Arrange.',
    'The same bytes are stored, sent and held in memory several times.',
  ),
  'default-name': of(
    'Say what it is: rename it in the ledger (F2), or have a name proposed.',
    'Nobody finds it by its name, and the next import brings another of the same name.',
  ),
  'empty-group': of(
    'Delete it, or put under it what it was made for.',
    'Receivers get a place that means nothing.',
  ),
  'empty-shape': of(
    'Delete the object, or model what it stands for.',
    'Some readers refuse a mesh without corners, and with it the whole file.',
  ),
  'exclusive-sets': of(
    'Take it out of one of the two sets in Arrange.',
    'What is done to one set and not to the other is done to it by chance.',
  ),
  'face-budget': of(
    'Reduce its faces in the modelling program, or split it.',
    'It is slow where the budget comes from.',
  ),
  facing: of(
    'Turn the root so that the front looks the way the convention says, or set the facing of the asset.',
    'Left and right are taken the wrong way round in every later step.',
  ),
  'forbidden-characters': of(
    'Rename it with letters, digits and underscores.',
    'A path with it cannot be read, or the name is changed on the way without a word.',
  ),
  'helper-prefix': of(
    'Put the prefix of helpers before the name, or take it away from what is no helper.',
    'What should stay home goes, or what should go stays home.',
  ),
  'helper-shape': of('Delete the shape, or rename it if it is a part after all.'),
  'hidden-goes': of('Show it, or switch off "goes".', 'Somebody gets an object that nobody looked at.'),
  'instance-count': of(
    'Merge some of them, or use another shape.',
    'The scene is slow where the number comes from.',
  ),
  'kind-under': of(
    'Drag it under a parent of a kind that may carry it.',
    'The receiver drops it, or moves it elsewhere.',
  ),
  'layer-name': of('Rename the layer in Arrange.', 'What goes by layers does not find it.'),
  'leaves-side': of('Mend the animation, or take the side out of the name.'),
  'left-without-right': of(
    'Model or mirror the other side, or give the pair names that differ in the side only.',
    'Mirroring and picking by side leave one of them out.',
  ),
  leftover: of('Delete the empty object.'),
  'lone-child': of(
    'Take the child out of the group and delete the group.',
    'A level more in each path, for nothing.',
  ),
  'mapped-clash': of('Rename one of the two so that they differ to the receiver too.'),
  'material-copies': of('Bind one material to all of them and delete the others.'),
  'material-name': of('Rename the material.', 'What assigns looks by names of materials does not find it.'),
  misspelling: of(
    'Rename it with the common word, or add this one to the words of the project.',
    'What looks for the word does not find it.',
  ),
  'name-pattern': of(
    'Rename it slot by slot in the ledger, or have a name proposed.',
    'What reads side, place or type out of names reads nothing, or something wrong.',
  ),
  'negative-scale': of(
    'Pick it with all below it and bake the scale into their shapes (Arrange, Zero), which turns their faces back.',
    'Faces are seen from inside, and rigs bend the wrong way.',
  ),
  'no-layer': of('Put it into a layer in Arrange.', 'What is switched by layers leaves it out.'),
  'no-material': of(
    'Bind a material to it in the modelling program.',
    'It is seen in whatever the receiver has for nothing.',
  ),
  'not-unique': of(
    'Rename all but one.',
    'What is looked up by name finds one of them, and nobody knows which.',
  ),
  'not-zeroed': of(
    'Zero it, or make where it is now its rest (Arrange).',
    'An animator who zeroes it loses the place where it belongs.',
  ),
  'number-lacking': of('Put a free number to its name.', 'Lists by number leave it out.'),
  'number-series': of(
    'Number them anew (Name, step Number), or fill the gap.',
    'Whoever counts on the series finds one lacking, or two of one number.',
  ),
  'on-floor': of(
    'Move the asset until its lowest point is at zero.',
    'It floats or sinks where it is placed.',
  ),
  'outside-root': of(
    'Drag it under the root.',
    'It stays behind when the asset is moved, or does not come along at all.',
  ),
  overlapping: of('Delete one of the two.', 'Surfaces in one place flicker, and weigh twice.'),
  'parent-word': of('Take the word out of the name.', 'Names grow with every level and say nothing more.'),
  'pivot-anchor': of('Set the pivot to the anchor in Arrange.', 'It turns around the wrong point.'),
  'place-position': of(
    'Rename it by where it is, or move it where its name says.',
    'Whoever picks by place takes the wrong one.',
  ),
  'required-branch': of(
    'Make the branch under the root, or bring it by the template.',
    'What comes after looks for it and stops.',
  ),
  'reserved-word': of(
    'Choose another word.',
    'No file can be called so on some systems, and the export stops.',
  ),
  'root-place': of(
    'Zero the root, and bake what it had into what is below.',
    'It stands elsewhere than it is placed.',
  ),
  'set-name': of('Rename the set in Arrange.', 'What goes by sets does not find it.'),
  'shape-follows': of(
    'Rename the shape like its object.',
    'Programs that show shapes list names that nobody knows.',
  ),
  'shape-name': of('Rename the shape.', 'Programs that show shapes list names that nobody knows.'),
  shear: of('Bake the uneven scale into the shapes above, or take the turned object out from under it.'),
  'shown-stays': of('Hide it, let it go, or make it a helper.', 'What is seen here is not what is received.'),
  'side-position': of(
    'Rename it by the side where it is, or move it over.',
    'Whoever mirrors or picks by side takes the wrong one.',
  ),
  size: of(
    'Scale the asset to its size in metres, or set the unit it was modelled in.',
    'It comes in a hundred times too large or too small.',
  ),
  skeleton: of(
    'Add or rename the joints that the standard names.',
    'Motion made for the standard does not fit.',
  ),
  'stranger-branch': of(
    'Drag it under a branch that the template knows.',
    'What goes by branches leaves it out.',
  ),
  'surface-material': of(
    'Rename it by its material, or bind the material that its name says.',
    'Looks assigned by name are wrong on it.',
  ),
  'symmetric-pose': of(
    'Move it to where its partner is mirrored to.',
    'Weights and motion cannot be mirrored.',
  ),
  texture: of('Bring the image with the file, or scale it to a power of two.'),
  'too-deep': of('Take out groups between, or hang it higher.', 'Paths grow beyond what some readers take.'),
  'too-long': of('Shorten the name.', 'It is cut where it is received, and two of them become one.'),
  'type-kind': of(
    'Rename it by its kind, or make it what its name says.',
    'What goes by types takes it for something else.',
  ),
  'uneven-scale': of(
    'Bake the scale into the shapes below (Arrange).',
    'What is turned below it is sheared.',
  ),
  'unlisted-word': of(
    'Use a word of the list, or ask a lead to add this one.',
    'What reads names does not know the word.',
  ),
  unnamed: of(
    'Name it in the ledger (F2).',
    'It gets a made-up name where it is received, another one each time.',
  ),
  unused: of('Delete what nobody uses.', 'It is stored and sent for nothing.'),
};

/** What a person is told of a check beside what it found; of a rule of the house: what its lead wrote. */
export function adviceOf({ id, family, otherwise }: Check): Advice {
  const known = family === 'house' ? undefined : table[id];
  return {
    otherwise: otherwise ?? known?.otherwise ?? '',
    byHand: known?.byHand ?? '',
  };
}
/** Ids that something is said of. */
export const advisedChecks: readonly string[] = Object.keys(table);
