import { RenquilError } from '@renquil/core/errors';
import { eachStatement, nameIn, type Statement } from './statements.js';
import { TextUnits } from './text-units.js';

/** A part of the text. */
export interface Span {
  readonly start: number;
  readonly end: number;
}
/** An object of the file: what an `o` names, or a `g`. */
export interface ObjObject {
  readonly name: string;
  /** Null: what stands before any of both. */
  readonly how: 'o' | 'g' | null;
  /** In the list; -1: none. */
  readonly parent: number;
  /** Where its name stands, each time. */
  readonly names: Span[];
  /** The statements that name it, whole. */
  readonly titles: Span[];
  /** Statements of what it draws, whole. */
  readonly own: Span[];
  /** Corners of triangles (numbers of points) by material; -1: none. */
  readonly triangles: Map<number, number[]>;
  /** Where in its picture each of those corners lies (numbers of `laid`; -1: nowhere); none where no corner says. */
  readonly laid: Map<number, number[]>;
  readonly lines: number[];
}
/** A material as the file uses it. */
export interface ObjMaterial {
  readonly name: string;
  readonly names: Span[];
}
/** A file as it was read. */
export interface Obj {
  readonly file: string;
  readonly units: TextUnits;
  readonly points: readonly number[];
  /** Places in a picture (`vt`), two numbers each, from the bottom left on. */
  readonly laid: readonly number[];
  readonly objects: readonly ObjObject[];
  readonly materials: readonly ObjMaterial[];
  /** The .mtl files that it names. */
  readonly libraries: readonly string[];
  /** Where an object without a name would be named: before what it draws first. */
  readonly firstOwn: Span | null;
  /** Statements that were not understood as a shape, by their word. */
  readonly unread: ReadonlyMap<string, number>;
}

/** The limits of docs/files.md. */
const objLimits = { bytes: 500_000_000, objects: 1_000_000 } as const;

/** What free-form curves and surfaces, and points, are made of: carried, not drawn. */
const unread = new Set(['p', 'curv', 'curv2', 'surf', 'sp', 'call', 'csh']);

/** @throws RenquilError obj-invalid with the line */
export function parseObj(bytes: Uint8Array, file: string): Obj {
  if (bytes.length > objLimits.bytes)
    throw new RenquilError('file-too-large', { file, limit: `${objLimits.bytes / 1e6} MB for OBJ` });
  const reader = new Reader(file, new TextUnits(bytes));
  eachStatement(reader.units, (statement) => reader.take(statement));
  return reader.done();
}

class Reader {
  readonly #points: number[] = [];
  readonly #laid: number[] = [];
  readonly #objects: ObjObject[] = [];
  readonly #at = new Map<string, number>();
  readonly #materials: ObjMaterial[] = [];
  readonly #materialAt = new Map<string, number>();
  readonly #libraries: string[] = [];
  readonly #unread = new Map<string, number>();
  #firstOwn: Span | null = null;
  #o = -1;
  #g = -1;
  #material = -1;
  constructor(
    readonly file: string,
    readonly units: TextUnits,
  ) {}

  take(statement: Statement): void {
    const { word } = statement;
    if (word === 'v') this.#point(statement);
    else if (word === 'vt') this.#place(statement);
    else if (word === 'f') this.#face(statement);
    else if (word === 'l') this.#line(statement);
    else if (word === 'o' || word === 'g') this.#named(word, statement);
    else if (word === 'usemtl') this.#wears(statement);
    else if (word === 'mtllib') this.#libraries.push(nameIn(this.units, statement));
    else if (unread.has(word)) {
      this.#unread.set(word, (this.#unread.get(word) ?? 0) + 1);
      this.#mine(statement);
    }
  }
  done(): Obj {
    if (!this.#points.length && !this.#objects.length)
      this.#fail(1, 'this is no OBJ file: nothing in it is a point or an object');
    // A group that draws nothing is a word of the format, not a thing.
    const holds = new Set(this.#objects.map(({ parent }) => parent));
    const kept = this.#objects.map(({ how, own }, at) => how === 'o' || own.length > 0 || holds.has(at));
    const place = new Map<number, number>();
    kept.forEach((is, at) => is && place.set(at, place.size));
    const objects = this.#objects
      .filter((_, at) => kept[at])
      .map((object) => ({ ...object, parent: place.get(object.parent) ?? -1 }));
    return {
      ...{
        file: this.file,
        units: this.units,
        points: this.#points,
        laid: this.#laid,
        objects,
        materials: this.#materials,
      },
      ...{ libraries: this.#libraries, firstOwn: this.#firstOwn, unread: this.#unread },
    };
  }
  #fail(line: number, detail: string): never {
    throw new RenquilError('obj-invalid', { file: this.file, line, detail });
  }
  #parts({ from, to, isLong }: Statement): string[] {
    const text = this.units.text.slice(from, to);
    const hash = text.indexOf('#');
    const bare = hash < 0 ? text : text.slice(0, hash);
    return (isLong ? bare.replaceAll('\\', ' ') : bare).split(/\s+/).filter(Boolean);
  }
  #point(statement: Statement): void {
    const parts = this.#parts(statement);
    if (parts.length < 3) this.#fail(statement.line, 'a point has three numbers');
    for (let i = 0; i < 3; i++) {
      // What only begins as a number is read as far as it is one, as other readers do.
      const n = Number.parseFloat(parts[i]!);
      if (!Number.isFinite(n)) this.#fail(statement.line, `"${parts[i]!.slice(0, 40)}" is no number`);
      this.#points.push(n);
    }
  }
  /** A place that is none is as good as none: it says only how a picture lies. */
  #place(statement: Statement): void {
    const [u, v = '0'] = this.#parts(statement);
    this.#laid.push(Number.parseFloat(u ?? '0') || 0, Number.parseFloat(v) || 0);
  }
  /** Numbers of places, as those of points are; -1: a corner says none. */
  #places(parts: readonly string[]): number[] | null {
    if (!this.#laid.length) return null;
    const count = this.#laid.length / 2;
    return parts.map((part) => {
      const n = Number.parseInt(part.split('/')[1] ?? '', 10);
      const at = n > 0 ? n - 1 : count + n;
      return n !== 0 && at >= 0 && at < count ? at : -1;
    });
  }
  /** Numbers of points: from 1, or back from the last one read. */
  #corners(parts: readonly string[], line: number): number[] {
    const count = this.#points.length / 3;
    return parts.map((part) => {
      const n = Number.parseInt(part, 10);
      const at = n > 0 ? n - 1 : count + n;
      if (!(n !== 0 && at >= 0 && at < count))
        this.#fail(line, `there is no point "${part.slice(0, 40)}" (${count} stand before it)`);
      return at;
    });
  }
  #face(statement: Statement): void {
    const parts = this.#parts(statement);
    const corners = this.#corners(parts, statement.line);
    if (corners.length < 3) this.#fail(statement.line, 'a face has three corners or more');
    const { triangles, laid } = this.#mine(statement);
    let list = triangles.get(this.#material);
    if (!list) triangles.set(this.#material, (list = []));
    const places = this.#places(parts);
    let its = laid.get(this.#material);
    // Corners before the first that says a place say none.
    if (places && !its) laid.set(this.#material, (its = Array<number>(list.length).fill(-1)));
    for (let i = 1; i + 1 < corners.length; i++) {
      list.push(corners[0]!, corners[i]!, corners[i + 1]!);
      its?.push(places?.[0] ?? -1, places?.[i] ?? -1, places?.[i + 1] ?? -1);
    }
  }
  #line(statement: Statement): void {
    const corners = this.#corners(this.#parts(statement), statement.line);
    if (corners.length < 2) this.#fail(statement.line, 'a line has two points or more');
    const { lines } = this.#mine(statement);
    for (let i = 0; i + 1 < corners.length; i++) lines.push(corners[i]!, corners[i + 1]!);
  }
  #mine(statement: Statement): ObjObject {
    const at = this.#g >= 0 ? this.#g : this.#o >= 0 ? this.#o : this.#get(null, '', -1);
    const object = this.#objects[at]!;
    const span = { start: statement.start, end: statement.end };
    if (object.how === null) this.#firstOwn ??= span;
    // Neighbours are one part: most objects are one run of lines.
    const last = object.own.at(-1);
    if (last && last.end === span.start)
      object.own[object.own.length - 1] = { start: last.start, end: span.end };
    else object.own.push(span);
    return object;
  }
  #named(how: 'o' | 'g', statement: Statement): void {
    const name = nameIn(this.units, statement);
    if (how === 'o') this.#g = -1;
    // `g` alone, or the group that the format gives what has none, ends a group below an object.
    if (!name || (how === 'g' && this.#o >= 0 && name === 'default')) {
      if (how === 'g') this.#g = -1;
      else this.#o = -1;
      return;
    }
    const at = this.#get(how, name, how === 'g' ? this.#o : -1);
    if (how === 'o') this.#o = at;
    else this.#g = at;
    const object = this.#objects[at]!;
    object.names.push({ start: statement.from, end: statement.to });
    object.titles.push({ start: statement.start, end: statement.end });
  }
  #get(how: 'o' | 'g' | null, name: string, parent: number): number {
    const key = `${how} ${parent} ${name}`;
    let at = this.#at.get(key);
    if (at !== undefined) return at;
    if (this.#objects.length === objLimits.objects)
      throw new RenquilError('obj-invalid', {
        ...{ file: this.file, line: 0 },
        detail: `there are more than ${objLimits.objects} objects`,
      });
    at =
      this.#objects.push({
        name,
        how,
        parent,
        names: [],
        titles: [],
        own: [],
        triangles: new Map(),
        laid: new Map(),
        lines: [],
      }) - 1;
    this.#at.set(key, at);
    return at;
  }
  #wears(statement: Statement): void {
    const name = nameIn(this.units, statement);
    if (!name) return void (this.#material = -1);
    let at = this.#materialAt.get(name);
    if (at === undefined) {
      at = this.#materials.push({ name, names: [] }) - 1;
      this.#materialAt.set(name, at);
    }
    this.#materials[at]!.names.push({ start: statement.from, end: statement.to });
    this.#material = at;
  }
}
