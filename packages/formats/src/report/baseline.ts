import Joi from 'joi';
import { RenquilError } from '@renquil/core/errors';

/** What was found before, by the name of the file without its folder: the keys of findings. */
export interface Baseline {
  readonly renquil: 'baseline/1';
  readonly files: Readonly<Record<string, readonly string[]>>;
}
const schema = Joi.object({
  renquil: Joi.string().valid('baseline/1').required(),
  files: Joi.object()
    .pattern(Joi.string(), Joi.array().items(Joi.string().max(70_000)))
    .required(),
});

/** Checks a baseline. Throws baseline-invalid, naming the place. */
export function parseBaseline(value: unknown): Baseline {
  const { error } = schema.validate(value, { convert: false });
  if (error) throw new RenquilError('baseline-invalid', { detail: error.message });
  return value as Baseline;
}
/** As much of a report as a baseline is made of. */
interface Found {
  readonly files: readonly {
    readonly file: string;
    readonly findings: readonly { readonly key: string; readonly waived?: string }[];
  }[];
}
/** All that a report found and that is not let pass, to be compared with later. */
export function baselineOf({ files }: Found): Baseline {
  const found = new Map<string, Set<string>>();
  for (const { file, findings } of files) {
    const keys = found.get(baseName(file)) ?? new Set<string>();
    for (const { key, waived } of findings) if (waived === undefined) keys.add(key);
    found.set(baseName(file), keys);
  }
  const listed = [...found]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([file, keys]) => [file, [...keys].sort()] as const);
  return { renquil: 'baseline/1', files: Object.fromEntries(listed) };
}
/** The same keys hold on another machine, where the file lies elsewhere. */
export function baseName(file: string): string {
  return file.slice(Math.max(file.lastIndexOf('/'), file.lastIndexOf('\\')) + 1);
}
