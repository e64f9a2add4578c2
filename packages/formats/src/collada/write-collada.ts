import { RenquilError } from '@renquil/core/errors';
import type { Scene } from '@renquil/core/scene';
import type { XmlElement } from '@rgrove/parse-xml';
import { leftOf } from '../changes/left-of.js';
import type { Gltf } from '../gltf/gltf-json.js';
import { sceneOf } from '../gltf/read-gltf.js';
import type { TextChange } from '../obj/text-units.js';
import type { WrittenScene } from '../written-scene.js';
import type { ColladaScene } from './read-collada.js';
import { attributeText } from './xml-file.js';

/** Why a name is none of COLLADA (an xs:token: XML Schema part 2, section 3.3.2), in words that follow on it; null: it is one. */
export function colladaNameFault(name: string): string | null {
  if ([...name].some(isNoXml)) return 'XML has no control characters';
  return /^ | $| {2}/.test(name)
    ? 'readers take spaces off at its ends, and of several in a row all but one'
    : null;
}

/** Letters that an XML 1.0 document cannot have (section 2.2), on a line: halves of pairs, and what is no letter. */
function isNoXml(letter: string): boolean {
  const code = letter.codePointAt(0)!;
  return code < 0x20 || (code >= 0xd800 && code < 0xe000) || code === 0xfffe || code === 0xffff;
}
/**
 * The file that a scene came from, with the names of its nodes and materials as they are now; all else byte for byte, ids too.
 * What else changed is counted, not written.
 * @throws RenquilError collada-refused for a name that XML cannot hold
 */
export function writeCollada(opened: ColladaScene, scene: Scene, made: Gltf): WrittenScene {
  const { xml, nodes, materials } = opened;
  const was = sceneOf(made);
  const changes: TextChange[] = [];
  const refuse = (detail: string): never => {
    throw new RenquilError('collada-refused', { file: xml.file, detail });
  };
  const name = (element: XmlElement, to: string): void => {
    const fault = colladaNameFault(to);
    if (fault) refuse(`"${to}": ${fault}`);
    const span = xml.attribute(element, 'name');
    const at = xml.behindName(element);
    const text = span ? attributeText(to) : ` name="${attributeText(to)}"`;
    const bytes = xml.units.encoded(text);
    if (!bytes) return refuse(`"${to}" has letters that the encoding of this file does not have`);
    changes.push({ ...(span ?? { start: at, end: at }), bytes });
  };
  // Before what stands there again was read, later numbers were those of what was made in the scene.
  const count = made.nodes?.length ?? 0;
  nodes.forEach(({ element, name: before, again }, at) => {
    const now = at < count && again === undefined ? scene.find(at + 1) : null;
    if (now && now.name !== before) name(element, now.name);
  });
  materials.forEach(({ element, name: before }, at) => {
    const now = scene.materials[at]?.name ?? before;
    if (now !== before) name(element, now);
  });
  changes.sort((a, b) => a.start - b.start);
  return {
    bytes: xml.units.with(changes),
    beside: [],
    left: leftOf(was, scene, ['rename', 'rename-material']),
  };
}
