import { CrateFile, specTypes, type CrateSpec } from './crate-file.js';
import { crateLimits, type CrateLimits } from './crate-limits.js';
import { CrateLists, type ListPart } from './crate-lists.js';
import { CrateValues, valueTypes } from './crate-values.js';
import { SpecsBelow } from './specs-below.js';
import { TextOut } from './text-out.js';
import { quoted } from './usda-words-of.js';
import type { ValueRep } from './value-rep.js';

/** Whether these are the bytes of a crate file. */
export function isCrate(bytes: Uint8Array): boolean {
  return [...'PXR-USDC'].every((c, i) => bytes[i] === c.charCodeAt(0));
}
/**
 * A binary layer of OpenUSD as the text of a layer that says the same.
 * @throws RenquilError usdc-invalid with the byte where it is wrong, or holds what is not read
 */
export function crateText(bytes: Uint8Array, file: string, limits: CrateLimits = crateLimits): Uint8Array {
  return new Writer(new CrateFile(bytes, file, limits)).whole();
}

/** Names of layers and pictures among the texts of a crate file, wherever they stand: of one that cannot be read, none. */
export function crateLayers(bytes: Uint8Array): string[] {
  try {
    const { tokens } = new CrateFile(bytes, '', crateLimits);
    return tokens.filter(
      (token) =>
        token.length < 1000 && /\.(usd[ac]?|png|jpe?g|webp|avif)(:SDF_FORMAT_ARGS:.*)?$/is.test(token),
    );
  } catch {
    return [];
  }
}

/** Fields that are no words in parentheses: what stands in braces, and how a prim or property begins. */
const structure: ReadonlySet<string> = new Set([
  ...[
    'primChildren',
    'properties',
    'variantSetChildren',
    'variantChildren',
    'targetChildren',
    'connectionChildren',
  ],
  ...[
    'specifier',
    'typeName',
    'default',
    'timeSamples',
    'connectionPaths',
    'targetPaths',
    'custom',
    'variability',
  ],
  ...['primOrder', 'propertyOrder', 'subLayers', 'subLayerOffsets', 'mapperChildren', 'expressionChildren'],
]);
/** What the text calls a field, where that is another word. */
const words: Readonly<Record<string, string>> = {
  documentation: 'doc',
  inheritPaths: 'inherits',
  variantSelection: 'variants',
  variantSetNames: 'variantSets',
};
const specifiers = ['def', 'over', 'class'];
const [mostLists, longestList] = [10_000, 64];

/** What is still to be written: a spec, or plain text. */
type Task = { readonly spec: CrateSpec; readonly indent: string } | string;

class Writer {
  readonly #out: TextOut;
  readonly #values: CrateValues;
  readonly #lists: CrateLists;
  readonly #below: SpecsBelow;
  readonly #written = new Set<CrateSpec>();
  constructor(readonly file: CrateFile) {
    const { reader, limits } = file;
    this.#out = new TextOut(limits.text, () => reader.fail(`its text is longer than ${limits.text} bytes`));
    this.#values = new CrateValues(file, this.#out);
    this.#lists = new CrateLists(file, this.#values);
    this.#below = new SpecsBelow(file.specs, file.paths);
  }
  whole(): Uint8Array {
    const root = this.file.specs.find(({ type }) => type === specTypes.root);
    if (!root) return this.file.reader.fail('it has no root');
    this.#out.put('#usda 1.0\n');
    this.#meta(root, '');
    this.#order(root, 'primOrder', 'rootPrims', '');
    const tasks: Task[] = this.#prims(root, '').reverse();
    // However deep prims stand in each other, nothing calls itself.
    while (tasks.length) {
      const task = tasks.pop()!;
      if (typeof task === 'string') this.#out.put(task);
      else for (const next of this.#body(task.spec, task.indent).reverse()) tasks.push(next);
    }
    return this.#out.whole();
  }
  /** Opens a prim, a set of variants or a variant, and tells what stands in it. */
  #body(spec: CrateSpec, indent: string): Task[] {
    if (this.#written.has(spec)) return [];
    this.#written.add(spec);
    const inner = `${indent}    `;
    const element = this.file.paths.element(spec.path);
    if (spec.type === specTypes.variantSet) {
      const set = /^\{([^=]*)=/.exec(element)?.[1] ?? '';
      this.#out.put(`${indent}variantSet ${quoted(set)} = {\n`);
      const variants = this.#children(
        this.file.paths.parents[spec.path]!,
        spec,
        'variantChildren',
        (name) => `{${set}=${name}}`,
      );
      return [...variants.map((one) => ({ spec: one, indent: inner })), `${indent}}\n`];
    }
    if (spec.type === specTypes.variant)
      this.#out.put(`${indent}${quoted(/=(.*)\}$/s.exec(element)?.[1] ?? '')} `);
    else {
      const type = this.#token(spec, 'typeName');
      const specifier = specifiers[this.#number(spec, 'specifier') ?? 1] ?? 'over';
      this.#out.put(`${indent}${specifier} ${type ? `${type} ` : ''}${quoted(element)} `);
    }
    this.#meta(spec, indent);
    this.#out.put(`${spec.type === specTypes.variant ? '' : indent}{\n`);
    this.#order(spec, 'propertyOrder', 'properties', inner);
    this.#order(spec, 'primOrder', 'nameChildren', inner);
    for (const property of this.#children(spec.path, spec, 'properties', (name) => `.${name}`))
      this.#property(property, inner);
    const sets = this.#children(spec.path, spec, 'variantSetChildren', (name) => `{${name}=}`);
    return [
      ...this.#prims(spec, inner),
      ...sets.map((one) => ({ spec: one, indent: inner })),
      `${indent}}\n`,
    ];
  }
  #prims(spec: CrateSpec, indent: string): Task[] {
    return this.#children(spec.path, spec, 'primChildren', (name) => name).map((one) => ({
      spec: one,
      indent,
    }));
  }
  /** Specs in the order in which a field names them. */
  #children(path: number, spec: CrateSpec, field: string, element: (name: string) => string): CrateSpec[] {
    const rep = spec.fields.get(field);
    if (rep === undefined) return [];
    const found: CrateSpec[] = [];
    for (const one of this.#elements(rep, field, element)) {
      const child = this.#below.find(path, one);
      if (child) found.push(child);
    }
    return found;
  }
  /** Prims that say the same properties share their list: it is read once. */
  #elements(rep: ValueRep, field: string, element: (name: string) => string): readonly string[] {
    if (field !== 'properties') return this.#values.names(rep).map(element);
    const key = rep.payload * 256 + rep.type;
    let known = this.#propertyLists.get(key);
    if (!known) {
      known = this.#values.names(rep).map(element);
      if (this.#propertyLists.size < mostLists && known.length <= longestList)
        this.#propertyLists.set(key, known);
    }
    return known;
  }
  readonly #propertyLists = new Map<number, readonly string[]>();
  #order(spec: CrateSpec, field: string, word: string, indent: string): void {
    const rep = spec.fields.get(field);
    if (rep === undefined) return;
    this.#out.put(`${indent}reorder ${word} = `);
    this.#values.put(rep);
    this.#out.put('\n');
  }
  #token({ fields }: CrateSpec, field: string): string {
    const rep = fields.get(field);
    return rep === undefined ? '' : this.file.token(rep.payload);
  }
  #number({ fields }: CrateSpec, field: string): number | undefined {
    const rep = fields.get(field);
    return rep === undefined ? undefined : rep.payload;
  }

  #property(spec: CrateSpec, indent: string): void {
    const { fields } = spec;
    const name = this.file.paths.element(spec.path).slice(1);
    const custom = this.#number(spec, 'custom') ? 'custom ' : '';
    const isVarying = this.#number(spec, 'variability') !== 1;
    if (spec.type === specTypes.relationship) {
      const kind = `${isVarying ? 'varying ' : ''}rel`;
      return this.#listed(spec, fields.get('targetPaths'), { head: `${kind} ${name}`, custom, indent });
    }
    const head = `${isVarying ? '' : 'uniform '}${this.#token(spec, 'typeName')} ${name}`;
    const value = fields.get('default');
    const samples = fields.get('timeSamples');
    const connections = fields.get('connectionPaths');
    this.#out.put(`${indent}${custom}${head}`);
    if (value !== undefined) {
      this.#out.put(' = ');
      this.#values.put(value);
    }
    this.#meta(spec, indent, ' ');
    this.#out.put('\n');
    if (samples !== undefined) this.#samples(`${indent}${head}.timeSamples`, samples);
    if (connections !== undefined)
      for (const part of this.#lists.parts(connections))
        this.#out.put(`${indent}${opened(part)}${head}.connect = ${listText(part)}\n`);
  }
  #listed(
    spec: CrateSpec,
    rep: ValueRep | undefined,
    { head, custom, indent }: { head: string; custom: string; indent: string },
  ): void {
    const parts = rep === undefined ? [] : this.#lists.parts(rep);
    const [first, ...rest] = parts[0]?.op === '' ? parts : [null, ...parts];
    this.#out.put(`${indent}${custom}${head}${first ? ` = ${listText(first)}` : ''}`);
    this.#meta(spec, indent, ' ');
    this.#out.put('\n');
    for (const part of rest) this.#out.put(`${indent}${opened(part!)}${head} = ${listText(part!)}\n`);
  }
  #samples(head: string, rep: ValueRep): void {
    const { times, values } = this.#values.samples(rep);
    this.#out.put(`${head} = {\n`);
    values.forEach((value, i) => {
      this.#out.put(`${times[i] ?? i}: `);
      this.#values.put(value);
      this.#out.put(',\n');
    });
    this.#out.put('}\n');
  }
  /** The parentheses of a spec; nothing, where nothing is said in them. */
  #meta({ fields }: CrateSpec, indent: string, before = ''): void {
    const said = fields.without(structure);
    const layers = fields.get('subLayers');
    if (!said.length && layers === undefined) return;
    this.#out.put(`${before}(\n`);
    const inner = `${indent}    `;
    if (layers !== undefined) {
      const names = this.#lists.subLayers(layers, fields.get('subLayerOffsets'));
      if (names.length) this.#out.put(`${inner}subLayers = [\n${names.join(',\n')}\n]\n`);
    }
    for (const [name, rep] of said) this.#field(inner, name, rep);
    this.#out.put(`${indent})\n`);
  }
  #field(indent: string, name: string, rep: ValueRep): void {
    const word = words[name] ?? name;
    const inBraces = (entries: readonly string[], between: string): void =>
      this.#out.put(`${indent}${word} = {\n${entries.join(between)}\n}\n`);
    if (rep.type === valueTypes.variantSelection) return inBraces(this.#lists.selections(rep), '\n');
    if (rep.type === valueTypes.relocates) return inBraces(this.#lists.relocates(rep), ',\n');
    if (this.#lists.isList(rep)) {
      for (const part of this.#lists.parts(rep))
        this.#out.put(`${indent}${opened(part)}${word} = ${listText(part)}\n`);
      return;
    }
    this.#out.put(name === 'comment' ? indent : `${indent}${word} = `);
    this.#values.put(rep);
    this.#out.put('\n');
  }
}
const opened = ({ op }: ListPart): string => (op ? `${op} ` : '');
function listText({ items }: ListPart): string {
  if (!items.length) return 'None';
  return items.length === 1 && !/^["\d-]/.test(items[0]!) ? items[0]! : `[${items.join(', ')}]`;
}
