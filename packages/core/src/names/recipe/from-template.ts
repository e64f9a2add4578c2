import { RenquilError } from '../../errors.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { ownWords } from '../propose/own-words.js';
import type { CompiledConvention } from '../slots/compiled-convention.js';
import type { StepBase, StepDefinition, StepRow } from './step-definition.js';

/** Names made of text and fields of the object. */
export interface FromTemplateStep extends StepBase {
  readonly step: 'from-template';
  /** `{name}`, `{parent}`, `{kind}`, `{material}`, `{layer}`, `{shape}`, `{n}` or `{n:3}`, or any slot: `{what}`. */
  readonly template: string;
}

/** Writes names from a template. `{n:3}` counts from 1 in tree order, padded to three digits. `{{` is a brace. */
export const fromTemplate: StepDefinition<FromTemplateStep> = {
  step: 'from-template',
  run(step, rows, scene, { convention }) {
    const parts = readTemplate(step.template, convention);
    if (!parts.length) return rows.map(({ name }) => name);
    return rows.map((row, i) =>
      parts.map((part) => (typeof part === 'string' ? part : part(row, i, scene))).join(''),
    );
  },
};

type Fill = (row: StepRow, index: number, scene: Scene) => string;
const fields: Readonly<Record<string, (object: SceneObject, scene: Scene) => string>> = {
  parent: ({ parent }, scene) => (parent === null ? '' : scene.get(parent).name),
  kind: ({ kind }) => kind,
  layer: ({ layer }) => layer,
  material: ({ materials }, scene) => scene.materials[materials[0] ?? -1]?.name ?? '',
  shape: ({ shape }, scene) => (shape === null ? '' : scene.shapes[shape]!.name),
};

function readTemplate(template: string, convention: CompiledConvention): (string | Fill)[] {
  const parts: (string | Fill)[] = [];
  for (const match of template.matchAll(/\{\{|\}\}|\{([^{}]*)\}|[^{}]+|[{}]/g)) {
    const [text, field] = match;
    if (text === '{{' || text === '}}') parts.push(text[0]!);
    else if (text === '{' || text === '}')
      throw new RenquilError('recipe-invalid', {
        detail: `the template has a lone "${text}" at character ${match.index + 1}; write ${text}${text} for a brace`,
      });
    else parts.push(field === undefined ? text : fillOf(field, convention));
  }
  return parts;
}

function fillOf(field: string, convention: CompiledConvention): Fill {
  const number = /^n(?::([1-9]))?$/.exec(field);
  if (number) return (_row, i) => String(i + 1).padStart(Number(number[1] ?? 1), '0');
  if (field === 'name') return ({ name }) => name;
  const of = fields[field];
  if (of) return ({ object }, _i, scene) => of(object, scene);
  if (!convention.slots.has(field)) {
    const known = ['name', 'n', ...Object.keys(fields), ...convention.slots.keys()].join(', ');
    throw new RenquilError('recipe-invalid', {
      detail: `the template has no field "{${field}}"; fields are ${known}`,
    });
  }
  return ({ object, name }, _i, scene) =>
    ownWords(convention, convention.keyOf(scene, object), name).words.get(field)?.wanted ?? '';
}
