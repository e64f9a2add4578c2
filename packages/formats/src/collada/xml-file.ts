import { RenquilError } from '@renquil/core/errors';
import { parseXml, XmlElement, XmlError } from '@rgrove/parse-xml';
import { TextUnits } from '../obj/text-units.js';

/** A place in a text, in units of it. */
export interface XmlSpan {
  readonly start: number;
  readonly end: number;
}
/** The most that is read of a file: a tree of it takes many times its bytes. */
const mostBytes = 200_000_000;

/** An XML file (XML 1.0) with the place of every tag in it, in its own encoding. */
export class XmlFile {
  readonly units: TextUnits;
  readonly root: XmlElement;
  /** @throws RenquilError collada-invalid with line and column */
  constructor(
    bytes: Uint8Array,
    readonly file: string,
  ) {
    if (bytes.length > mostBytes)
      throw new RenquilError('file-too-large', { file, limit: `${mostBytes / 1e6} MB` });
    this.units = new TextUnits(bytes);
    const { start, text } = this.units;
    // The reader counts bytes: where no letter takes more than one, they are the units of the text. Words are read from the file.
    // eslint-disable-next-line no-control-regex -- all that is not ASCII
    const plain = text.slice(start).replace(/[^\u0000-\u007f]/g, '_');
    try {
      this.root = parseXml(plain, { includeOffsets: true, ignoreUndefinedEntities: true }).root!;
    } catch (error) {
      throw this.#invalid(error);
    }
    if (!this.root)
      throw new RenquilError('collada-invalid', { file, line: 1, column: 1, detail: 'it is empty' });
  }
  #invalid(error: unknown): RenquilError {
    const { file } = this;
    const at = error instanceof XmlError ? error : { line: 1, column: 1 };
    const detail =
      error instanceof RangeError
        ? 'its elements stand too deep in each other'
        : (error as Error).message.split('\n')[0]!.replace(/ \(line .*$/s, '');
    return new RenquilError(
      'collada-invalid',
      { file, line: at.line, column: at.column, detail },
      { cause: error },
    );
  }
  /** What stands in the quotes of an attribute; null: the element has none of that name. */
  attribute(element: XmlElement, name: string): XmlSpan | null {
    const { text, start } = this.units;
    const pattern = /\s+([^\s=>/]+)\s*=\s*(?:"([^"]*)"|'([^']*)')/y;
    pattern.lastIndex = start + element.start + 1 + element.name.length;
    for (let found = pattern.exec(text); found; found = pattern.exec(text)) {
      if (found[1] !== name) continue;
      const end = pattern.lastIndex - 1;
      return { start: end - (found[2] ?? found[3] ?? '').length, end };
    }
    return null;
  }
  /** Where another attribute can be put in: behind the name of the element. */
  behindName(element: XmlElement): number {
    return this.units.start + element.start + 1 + element.name.length;
  }
  /** The value of an attribute as it is meant (XML 1.0, sections 2.11, 3.3.3 and 4.1). */
  words({ start, end }: XmlSpan): string {
    return this.units
      .words(start, end)
      .replace(/\r\n?|[\t\n]/g, ' ')
      .replace(
        /&(?:#x([0-9a-fA-F]{1,6})|#(\d{1,7})|(amp|lt|gt|quot|apos));/g,
        (all, hex?: string, ten?: string, name?: string) => {
          if (name) return entities[name]!;
          const code = hex === undefined ? Number(ten) : parseInt(hex, 16);
          return code <= 0x10ffff ? String.fromCodePoint(code) : all;
        },
      );
  }
}
const entities: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** A value as it stands in an attribute, whichever quotes are around it. */
export function attributeText(value: string): string {
  return value.replace(/[&<>"']/g, (sign) => `&${names[sign]!};`);
}
const names: Readonly<Record<string, string>> = {
  '&': 'amp',
  '<': 'lt',
  '>': 'gt',
  '"': 'quot',
  "'": 'apos',
};

/** The elements right in another, of one name or all. */
export function elements(of: XmlElement | null | undefined, name?: string): XmlElement[] {
  return (of?.children ?? []).filter(
    (one): one is XmlElement => one instanceof XmlElement && (name === undefined || one.name === name),
  );
}
/** The first element on a way of names; null: it leads nowhere. */
export function element(of: XmlElement | null | undefined, ...way: readonly string[]): XmlElement | null {
  let at = of ?? null;
  for (const name of way) at = elements(at, name)[0] ?? null;
  return at;
}
