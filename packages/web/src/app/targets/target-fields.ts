import type { Severity } from '@renquil/core/checks';
import type { Facing } from '@renquil/core/frames';
import { kinds, type Kind } from '@renquil/core/scene';
import type {
  Chosen,
  Target,
  TargetAxes,
  TargetBudgets,
  TargetNames,
  TargetTakes,
} from '@renquil/core/targets';

/** A target as fields of a form; what no field shows is carried along. */
export interface TargetFields {
  title: string;
  about: string;
  format: 'glb' | 'gltf' | 'names';
  letters: '' | 'ascii' | 'any';
  signs: string;
  digitFirst: boolean;
  longest: string;
  longestPath: string;
  unique: '' | 'scene' | 'siblings';
  capitals: boolean;
  reserved: string;
  conform: boolean;
  up: 'Y' | 'Z';
  front: '' | Facing;
  unit: string;
  how: 'root' | 'baked';
  root: string;
  kinds: Kind[];
  layersHow: 'all' | 'only' | 'without';
  layers: string;
  setsHow: 'all' | 'only' | 'without';
  sets: string;
  where: string;
  attributesHow: 'all' | 'none' | 'only';
  attributes: string;
  objects: string;
  faces: string;
  facesEach: string;
  materials: string;
  bytes: string;
  flat: boolean;
  /** A line each: the id of a check and how bad it is. */
  severities: string;
}

const words = (text: string): string[] => [
  ...new Set(
    text
      .split(/[,\n]/)
      .map((one) => one.trim())
      .filter(Boolean),
  ),
];
const numberOf = (text: string): number | undefined => {
  const n = Number(text.replace(/[\s_]/g, ''));
  return text.trim() === '' || !Number.isFinite(n) ? undefined : n;
};
const textOf = (n: number | undefined): string => (n === undefined ? '' : String(n));
const namesOf = (chosen: Chosen | undefined): string =>
  chosen ? ('only' in chosen ? chosen.only : chosen.without).join(', ') : '';
const howOf = (chosen: Chosen | undefined): 'all' | 'only' | 'without' =>
  chosen ? ('only' in chosen ? 'only' : 'without') : 'all';

/** The fields of a target. */
export function fieldsOfTarget(target: Target): TargetFields {
  const { names = {}, axes = {}, takes = {}, budgets = {} } = target;
  const attributes = takes.attributes ?? 'all';
  return {
    title: target.title,
    about: target.about ?? '',
    format: target.format,
    letters: names.letters ?? '',
    signs: names.signs ?? '',
    digitFirst: names.digitFirst ?? true,
    longest: textOf(names.longest),
    longestPath: textOf(names.longestPath),
    unique: names.unique ?? '',
    capitals: names.capitals ?? true,
    reserved: (names.reserved ?? []).join(', '),
    conform: names.conform ?? false,
    up: axes.up ?? 'Y',
    front: axes.front ?? '',
    unit: textOf(axes.unit ?? 1),
    how: axes.how ?? 'root',
    root: axes.root ?? '',
    kinds: [...(takes.kinds ?? kinds)],
    layersHow: howOf(takes.layers),
    layers: namesOf(takes.layers),
    setsHow: howOf(takes.sets),
    sets: namesOf(takes.sets),
    where: takes.where ?? '',
    attributesHow: typeof attributes === 'string' ? attributes : 'only',
    attributes: typeof attributes === 'string' ? '' : attributes.join(', '),
    objects: textOf(budgets.objects),
    faces: textOf(budgets.faces),
    facesEach: textOf(budgets.facesEach),
    materials: textOf(budgets.materials),
    bytes: textOf(budgets.bytes),
    flat: target.flat ?? false,
    severities: Object.entries(target.severities ?? {})
      .map(([check, severity]) => `${check} ${severity}`)
      .join('\n'),
  };
}

/** Only what is said: a member that is as it would be anyway is left out. */
function said<T extends object>(members: { [K in keyof T]: T[K] | undefined }): T | undefined {
  const kept = Object.entries(members).filter(([, value]) => value !== undefined);
  return kept.length ? (Object.fromEntries(kept) as T) : undefined;
}
function chosenOf(how: 'all' | 'only' | 'without', text: string): Chosen | undefined {
  const list = words(text);
  if (how === 'all' || !list.length) return undefined;
  return how === 'only' ? { only: list } : { without: list };
}

function namesOfFields(fields: TargetFields, steps: TargetNames['steps']): TargetNames | undefined {
  const reserved = words(fields.reserved);
  return said<TargetNames>({
    letters: fields.letters || undefined,
    signs: fields.letters ? fields.signs : undefined,
    digitFirst: fields.digitFirst ? undefined : false,
    longest: numberOf(fields.longest),
    longestPath: numberOf(fields.longestPath),
    unique: fields.unique || undefined,
    capitals: fields.capitals ? undefined : false,
    reserved: reserved.length ? reserved : undefined,
    steps: steps?.length ? steps : undefined,
    conform: fields.conform || undefined,
  });
}
function axesOfFields({ up, front, unit: written, how, root }: TargetFields): TargetAxes | undefined {
  const unit = numberOf(written) ?? 1;
  if (up === 'Y' && front === '' && unit === 1) return undefined;
  return said<TargetAxes>({
    up: up === 'Y' ? undefined : up,
    front: front || undefined,
    unit: unit === 1 ? undefined : unit,
    how,
    root: how === 'root' ? root.trim() || undefined : undefined,
  });
}
function takesOfFields(fields: TargetFields): TargetTakes | undefined {
  const attributes = words(fields.attributes);
  const only = fields.attributesHow === 'only' && attributes.length > 0;
  return said<TargetTakes>({
    kinds: fields.kinds.length && fields.kinds.length < kinds.length ? fields.kinds : undefined,
    layers: chosenOf(fields.layersHow, fields.layers),
    sets: chosenOf(fields.setsHow, fields.sets),
    where: fields.where.trim() || undefined,
    attributes: fields.attributesHow === 'all' ? undefined : only ? attributes : 'none',
  });
}
function severitiesOf(text: string): NonNullable<Target['severities']> {
  const lines = text.split('\n').map((line) => line.trim().split(/[\s:]+/));
  return Object.fromEntries(
    lines.flatMap(([check, severity = '']) => (check ? [[check, severity as Severity]] : [])),
  );
}

/** The target that fields say. @param from what no field shows is taken from it: the steps of names */
export function targetOfFields(fields: TargetFields, from: Target): Target {
  const names = namesOfFields(fields, from.names?.steps);
  const axes = axesOfFields(fields);
  const takes = takesOfFields(fields);
  const budgets = said<TargetBudgets>({
    objects: numberOf(fields.objects),
    faces: numberOf(fields.faces),
    facesEach: numberOf(fields.facesEach),
    materials: numberOf(fields.materials),
    bytes: numberOf(fields.bytes),
  });
  const severities = severitiesOf(fields.severities);
  return {
    title: fields.title.trim(),
    ...(fields.about.trim() ? { about: fields.about.trim() } : {}),
    format: fields.format,
    ...(names ? { names } : {}),
    ...(axes ? { axes } : {}),
    ...(takes ? { takes } : {}),
    ...(budgets ? { budgets } : {}),
    ...(fields.flat ? { flat: true } : {}),
    ...(Object.keys(severities).length ? { severities } : {}),
  };
}
