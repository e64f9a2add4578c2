import { RenquilError } from '@renquil/core/errors';
import type { ObjectId, Scene } from '@renquil/core/scene';
import { leftOf } from '../changes/left-of.js';
import type { Gltf } from '../gltf/gltf-json.js';
import { sceneOf } from '../gltf/read-gltf.js';
import type { WrittenScene } from '../written-scene.js';
import { objNameFault } from './name-fault.js';
import type { Span } from './parse-obj.js';
import type { ObjScene } from './read-obj.js';
import type { TextChange, TextUnits } from './text-units.js';

/**
 * The file that a scene came from, with the names of its objects and materials as they are now and without what was taken
 * out; all else byte for byte. Places, groups and all that the format has no word for are counted, not written.
 * @throws RenquilError obj-refused for a name that readers of the format would take apart
 */
export function writeObj(opened: ObjScene, scene: Scene, was: Gltf): WrittenScene {
  const writer = new ObjWriter(opened, scene, was);
  const { obj, libraries } = opened;
  const beside = libraries.flatMap(({ path, units, materials }) => {
    const changes = materials.flatMap(({ name, span }) => writer.material(units, name, [span]));
    return changes.length ? [[path, units.with(changes)] as const] : [];
  });
  return { bytes: obj.units.with(writer.changes()), beside, left: writer.left() };
}

class ObjWriter {
  readonly #was: Scene;
  /** Materials that have another name now, by the old one. */
  readonly #materials = new Map<string, string>();
  constructor(
    readonly opened: ObjScene,
    readonly scene: Scene,
    was: Gltf,
  ) {
    this.#was = sceneOf(was);
    this.#was.materials.forEach(({ name }, at) => {
      const now = scene.materials[at]?.name ?? name;
      if (now !== name) this.#materials.set(name, now);
    });
    const names = this.#was.materials.map(({ name }, at) => scene.materials[at]?.name ?? name);
    const seen = new Set<string>();
    const twice = names.find((name) => seen.size === seen.add(name).size);
    if (twice !== undefined) this.#refuse(`two materials would be called "${twice}"`);
  }
  #refuse(detail: string): never {
    throw new RenquilError('obj-refused', { file: this.opened.obj.file, detail });
  }
  /** Every object that the file has as it is now; undefined: it was taken out. */
  #now(at: number): { readonly id: ObjectId; readonly name: string } | undefined {
    return this.scene.find(at + 1);
  }
  changes(): TextChange[] {
    const { obj } = this.opened;
    const all: TextChange[] = [];
    const seen = new Set<string>();
    const holds = new Set(obj.objects.filter((_, at) => this.#now(at)).map(({ parent }) => parent));
    obj.objects.forEach((object, at) => {
      const now = this.#now(at);
      if (!now) {
        // What still holds something is named on: what it drew goes.
        const lost = holds.has(at) ? object.own : [...object.own, ...object.titles];
        all.push(...lost.map((span) => ({ ...span, bytes: new Uint8Array() })));
        return;
      }
      const key = JSON.stringify([object.how, object.parent, now.name]);
      if (seen.has(key)) this.#refuse(`two objects would be called "${now.name}", and would be read as one`);
      seen.add(key);
      if (now.name === object.name) return;
      if (object.how === null) all.push(this.#nameless(now.name));
      else all.push(...this.#named(obj.units, now.name, object.names));
    });
    for (const { name, names } of obj.materials) all.push(...this.material(obj.units, name, names));
    return all.sort((a, b) => a.start - b.start);
  }
  material(units: TextUnits, name: string, spans: readonly Span[]): TextChange[] {
    const now = this.#materials.get(name);
    return now === undefined ? [] : this.#named(units, now, spans);
  }
  #named(units: TextUnits, name: string, spans: readonly Span[]): TextChange[] {
    const bytes = this.#word(units, name);
    return spans.map((span) => ({ ...span, bytes }));
  }
  /** What stood before any name gets one: a group where the file knows groups only. */
  #nameless(name: string): TextChange {
    const { obj } = this.opened;
    const { start } = obj.firstOwn!;
    const word = obj.objects.some(({ how }) => how === 'o') ? 'o' : 'g';
    const line = obj.units.text.includes('\r\n') ? '\r\n' : '\n';
    this.#word(obj.units, name);
    return { start, end: start, bytes: obj.units.encoded(`${word} ${name}${line}`)! };
  }
  #word(units: TextUnits, name: string): Uint8Array {
    const fault = objNameFault(name);
    if (fault) this.#refuse(`"${name}": ${fault}`);
    const bytes = units.encoded(name);
    if (!bytes) this.#refuse(`"${name}" has letters that the encoding of this file does not have`);
    return bytes;
  }
  left(): Readonly<Record<string, number>> {
    return leftOf(this.#was, this.scene, ['rename', 'rename-material', 'remove']);
  }
}
