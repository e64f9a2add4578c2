import type { ParseArgsConfig } from 'node:util';
import type { Host } from './host.js';

/** 0 clean, 1 findings at or above --fail-on, 2 could not run. */
export type ExitCode = 0 | 1 | 2;
/** Flags as they were given, by name. */
export type Values = Readonly<Record<string, string | boolean | undefined>>;

/** One command, one file. */
export interface Command {
  readonly name: string;
  readonly says: string;
  readonly usage: string;
  readonly options: NonNullable<ParseArgsConfig['options']>;
  /** How many files it takes. */
  readonly files: { readonly least: number; readonly most: number };
  run(files: readonly string[], values: Values, host: Host): ExitCode | Promise<ExitCode>;
}
