import { checkOf, isOfNames, type Finding, type Severity } from '@renquil/core/checks';
import type { CompiledConvention } from '@renquil/core/names';
import { heldFrom, saidOfHeld, type ObjectId, type Scene, type SceneObject } from '@renquil/core/scene';
import type { StaysHome } from '@renquil/core/targets';
import { judgeName, type TreeRow } from '@renquil/core/workbench';
import type { Analysis } from '../../state/analysis';
import { type ShownPreview } from './ledger-state';
import { worst } from './worst';
import type { NameReader } from '../../state/name-reader';

/** What stands in one slot of a row. */
export interface SlotCell {
  readonly slot: string;
  readonly text: string;
  readonly changed: boolean;
  /** Only the best reading of a name that does not fit. */
  readonly dim: boolean;
}
/** All that a row shows. */
export interface RowView {
  readonly id: ObjectId;
  readonly becomes: string | null;
  readonly cells: readonly SlotCell[];
  readonly helper: boolean;
  readonly severity: Severity | 'clear' | null;
  readonly verdict: string;
  readonly because: string;
}
/** What a row is worked out from. */
export interface RowContext {
  readonly scene: Scene;
  readonly convention: CompiledConvention;
  readonly reader: NameReader;
  readonly analysis: Analysis;
  readonly home: StaysHome;
  readonly preview: ShownPreview | null;
  readonly slots: readonly string[];
  /** Arrange asks what is wrong with the place in the tree, not with the name. */
  readonly about: 'all' | 'tree';
}

/** Everything one line of the ledger shows, from the scene, the findings and the preview. */
export function viewRow(row: TreeRow, context: RowContext): RowView {
  const object = context.scene.get(row.id);
  const becomes = context.preview?.names.get(row.id) ?? null;
  const key = context.convention.keyOf(context.scene, object);
  const before = context.reader.read(key, object.name);
  const shown = becomes === null ? before : context.reader.read(key, becomes);
  const helper = shown.helper || object.kind === 'helper';
  const text = (reading: typeof shown, slot: string): string =>
    reading.helper ? '' : (reading.slots.get(slot)?.text ?? '');
  const cells = context.slots.map((slot): SlotCell => {
    const now = text(shown, slot);
    return { slot, text: now, changed: becomes !== null && now !== text(before, slot), dim: !shown.fits };
  });
  return {
    id: row.id,
    becomes,
    cells,
    helper,
    ...(becomes === null
      ? (verdictUnsure(object, context) ?? verdictNow(object, context, helper))
      : verdictThen(object, becomes, context)),
  };
}

type Verdict = Pick<RowView, 'severity' | 'verdict' | 'because'>;

function verdictNow(object: SceneObject, context: RowContext, helper: boolean): Verdict {
  const { analysis, home, about } = context;
  if (analysis.progress()) return { severity: null, verdict: '', because: '' };
  const all = analysis.of(object.id);
  const ofTree = all.filter((one) => !isOfNames(one.check));
  // A name is judged first; what else is wrong is said when the name is not, and small notes only in Arrange.
  const ofName =
    all.length > ofTree.length
      ? all.filter((one) => isOfNames(one.check))
      : ofTree.filter((one) => one.severity !== 'note');
  const found = about === 'all' ? ofName : ofTree;
  const finding = worst(found);
  if (finding) return fromFinding(finding, found.length, context.convention);
  if (about === 'tree') return { severity: null, verdict: '', because: '' };
  if (object.held)
    // Nothing was judged here, so nothing is found right either.
    return {
      severity: null,
      verdict: `named in ${heldFrom(context.scene, object.held)}`,
      because: `${saidOfHeld(context.scene, object.held)}.`,
    };
  if (helper || home.all.has(object.id))
    return {
      severity: 'clear',
      verdict: 'helper, stays home',
      because: 'It stays home when the scene is handed off.',
    };
  return { severity: 'clear', verdict: 'fits', because: 'The name fits its pattern.' };
}

/** A proposal that is not taken says what it is not sure of. */
function verdictUnsure({ id }: SceneObject, { preview }: RowContext): Verdict | null {
  const unsure = preview?.unsure?.get(id);
  return unsure ? { severity: 'note', ...unsure } : null;
}

function verdictThen(
  object: SceneObject,
  becomes: string,
  { scene, convention, preview }: RowContext,
): Verdict {
  const clash = preview!.clashes.get(object.id);
  if (clash) {
    const then = clash.way === 'number-on' ? `clash, → ${becomes}` : 'clash';
    return {
      severity: 'blocker',
      verdict: then,
      because: `"${clash.wanted}" is the name of another object${clash.way === 'number-on' ? `; it becomes "${becomes}"` : ''}.`,
    };
  }
  const finding = judgeName({ scene, convention }, object, becomes, preview!.names);
  return finding
    ? fromFinding(finding, 1, convention)
    : { severity: 'clear', verdict: 'will fit', because: `"${becomes}" fits its pattern.` };
}

function fromFinding(finding: Finding, many: number, convention: CompiledConvention): Verdict {
  const more = many > 1 ? ` (and ${many - 1} more)` : '';
  return {
    severity: finding.severity,
    verdict: verdictOf(finding, convention),
    because: finding.because + more,
  };
}

/** What a rule of the house finds is a count or a value, which says nothing without the rule. */
function verdictOf({ check, message }: Finding, convention: CompiledConvention): string {
  const rule = checkOf(convention, check);
  return rule?.family === 'house' ? rule.title : message;
}
