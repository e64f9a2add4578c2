import { readJson } from '../own-json.js';
import { kinds, type Kind } from '../scene/scene-object.js';
import { nearWord } from '../names/slots/near-word.js';
import { parseQuery } from '../query/query.js';
import { mostListed, mostText, saidRange, type Parameter } from './parameter.js';

/** A value as a form shows it: lists by commas; groups, kinds, values and anchors one to a line. */
export function sayParameter(parameter: Parameter, value: unknown): string {
  switch (parameter.type) {
    case 'texts':
      return (value as readonly string[]).join(', ');
    case 'groups':
      return (value as readonly (readonly string[])[]).map((group) => group.join(', ')).join('\n');
    case 'kinds-by-kind':
      return Object.entries(value as Record<string, readonly string[]>)
        .map(([kind, allowed]) => `${kind}: ${allowed.join(', ')}`)
        .join('\n');
    case 'values':
      return Object.entries(value as Record<string, unknown>)
        .map(([key, one]) => `${key}: ${JSON.stringify(one)}`)
        .join('\n');
    case 'anchors':
      return (value as readonly { query: string; anchor: readonly number[] }[])
        .map(({ query, anchor }) => `${anchor.join(' ')}: ${query}`)
        .join('\n');
    default:
      return String(value);
  }
}

/** A refusal is one sentence. */
export type ReadParameter =
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly wrong: string };
const no = (wrong: string): ReadParameter => ({ ok: false, wrong });
const yes = (value: unknown): ReadParameter => ({ ok: true, value });

/** What was typed for a parameter, as a value that it takes; else what is wrong with it. */
export function readParameter(parameter: Parameter, typed: string): ReadParameter {
  switch (parameter.type) {
    case 'number': {
      const value = Number(typed.trim().replace(',', '.'));
      const fits = typed.trim() !== '' && value >= parameter.least && value <= parameter.most;
      if (!fits || (parameter.whole && !Number.isInteger(value)))
        return no(`"${typed}" is no ${parameter.whole ? 'whole ' : ''}${saidRange(parameter)}.`);
      return yes(value);
    }
    case 'switch':
      return yes(/^(?:true|yes|1)$/i.test(typed.trim()));
    case 'choice':
      return parameter.of.includes(typed) ? yes(typed) : no(`"${typed}" is not ${saidRange(parameter)}.`);
    case 'text':
      return typed.length <= mostText
        ? yes(typed)
        : no(`It has ${typed.length} characters; ${mostText} are the most.`);
    case 'texts':
      return readTexts(parameter.of, typed);
    case 'groups':
      return byLine(typed, (line) => {
        const group = commas(line);
        return group.length > 1 ? yes(group) : no('a group needs two names, with a comma between them');
      });
    case 'kinds-by-kind':
      return byKey(typed, (key, rest) =>
        isKind(key) ? readTexts(kinds, rest) : no(`there is no kind "${key}"${nearest(key, kinds)}`),
      );
    case 'values':
      return byKey(typed, (_, rest) => yes(asValue(rest)));
    case 'anchors':
      return byLine(typed, readAnchor);
  }
}

function isKind(text: string): text is Kind {
  return (kinds as readonly string[]).includes(text);
}
function commas(text: string): string[] {
  return text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
}
function readTexts(of: readonly string[] | undefined, typed: string): ReadParameter {
  const list = [...new Set(commas(typed))];
  const strange = of && list.find((one) => !of.includes(one));
  if (strange !== undefined) return no(`There is no "${strange}"${nearest(strange, of!)}.`);
  if (list.length > mostListed) return no(`These are ${list.length}; ${mostListed} are the most.`);
  const long = list.find((one) => one.length > mostText);
  return long === undefined
    ? yes(list)
    : no(`"${long.slice(0, 20)}…" is longer than ${mostText} characters.`);
}
function nearest(wrong: string, all: readonly string[]): string {
  const near = nearWord(wrong, [...all]);
  return near === null ? `; there are ${all.join(', ')}` : `; the nearest is "${near}"`;
}

/** Each line that holds anything, in turn; the first that is wrong is named by its number. */
function byLine(typed: string, read: (line: string) => ReadParameter): ReadParameter {
  const values: unknown[] = [];
  for (const [i, line] of typed.split('\n').entries()) {
    if (!line.trim()) continue;
    const one = read(line.trim());
    if (!one.ok) return no(`Line ${i + 1}: ${one.wrong.replace(/\.$/, '')}.`);
    values.push(one.value);
  }
  return values.length > mostListed
    ? no(`These are ${values.length} lines; ${mostListed} are the most.`)
    : yes(values);
}
function byKey(typed: string, read: (key: string, rest: string) => ReadParameter): ReadParameter {
  const pairs: [string, unknown][] = [];
  const lines = byLine(typed, (line) => {
    const at = line.indexOf(':');
    if (at < 1) return no('a colon must stand after the first word');
    const key = line.slice(0, at).trim();
    const one = read(key, line.slice(at + 1).trim());
    if (one.ok) pairs.push([key, one.value]);
    return one;
  });
  return lines.ok ? yes(Object.fromEntries(pairs)) : lines;
}
/** A number, yes, no or none where it is written as JSON has it; any other text is itself. */
function asValue(text: string): string | number | boolean | null {
  try {
    const value: unknown = readJson(text);
    return typeof value === 'object' && value !== null ? text : (value as string | number | boolean | null);
  } catch {
    return text;
  }
}
function readAnchor(line: string): ReadParameter {
  const parts = /^(\S+)\s+(\S+)\s+(\S+)\s*:\s*(.+)$/.exec(line.replace(/\s*:\s*/, ' : '));
  const anchor = parts?.slice(1, 4).map(Number) ?? [];
  if (!parts || !anchor.every((n) => n >= -1 && n <= 1))
    return no('three numbers from -1 to 1, a colon and a filter, such as "0 -1 0: kind:control"');
  try {
    parseQuery(parts[4]!);
  } catch (error) {
    return no((error as Error).message);
  }
  return yes({ query: parts[4]!, anchor });
}
