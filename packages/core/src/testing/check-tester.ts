import { CheckRun } from '../checks/check-run.js';
import type { Check } from '../checks/check.js';
import { applyChange } from '../edits/change.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { Convention } from '../names/slots/convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { PathBook } from '../scene/paths.js';
import type { Scene } from '../scene/scene.js';
import { takeSnapshot } from '../scene/snapshot.js';
import { sceneFromOutline, tidyOutline, outlineOf } from './outline.js';

export interface InvalidRow {
  readonly scene: string;
  readonly findings: readonly { at: string; messageId: string; message?: string }[];
  /** The outline after all fixes; must be given when the check has a fix. `null`: no fix can be had. */
  readonly fixed?: string | null;
}
export interface CheckTable {
  readonly valid: readonly string[];
  readonly invalid: readonly InvalidRow[];
  readonly convention?: Convention;
  /** What an outline cannot say: sets, layers, shapes. */
  readonly prepare?: (scene: Scene) => void;
}

/**
 * Holds a check to its table, and the table to the check: both halves filled, no scene twice, every message hit, every
 * placeholder filled, nothing changed by looking, a fix that makes its finding go away, and whose undo is exact.
 */
export function testCheck(check: Check, table: CheckTable): void {
  const convention = new CompiledConvention(table.convention ?? partsConvention);
  const run = (outline: string) => {
    const scene = sceneFromOutline(outline);
    table.prepare?.(scene);
    const made = new CheckRun(scene, convention, [check]);
    const before = JSON.stringify(takeSnapshot(scene));
    made.all();
    expect(JSON.stringify(takeSnapshot(scene)))
      .withContext('a check must not change the scene')
      .toBe(before);
    return made;
  };
  describe(`check ${check.id}`, () => {
    it('has a table that can fail', () => {
      expect(table.valid.length).toBeGreaterThan(0);
      expect(table.invalid.length).toBeGreaterThan(0);
      const scenes = [...table.valid, ...table.invalid.map((row) => row.scene)].map((s) => s.trim());
      expect(new Set(scenes).size).withContext('no scene stands twice').toBe(scenes.length);
      const hit = new Set(table.invalid.flatMap((row) => row.findings.map((f) => f.messageId)));
      expect([...hit].sort())
        .withContext('every message is hit')
        .toEqual(Object.keys(check.messages).sort());
    });
    for (const outline of table.valid) {
      it(`accepts ${JSON.stringify(outline.trim())}`, () => {
        expect([...run(outline).findings()]).toEqual([]);
      });
    }
    for (const row of table.invalid) {
      it(`finds ${JSON.stringify(row.scene.trim())}`, () => {
        const made = run(row.scene);
        const book = new PathBook(made.scene);
        const found = [...made.findings()];
        expect(found.map((f) => ({ at: book.path(f.object), messageId: f.messageId }))).toEqual(
          row.findings.map(({ at, messageId }) => ({ at, messageId })),
        );
        row.findings.forEach((wanted, i) => {
          if (wanted.message !== undefined) expect(found[i]?.message).toBe(wanted.message);
          expect(`${found[i]?.message} ${found[i]?.because}`).not.toContain('{{');
        });
        if (check.fix) testFix(made, row);
        else expect(row.fixed).withContext('a check without a fix cannot fix').toBeUndefined();
      });
    }
  });
}

function testFix(run: CheckRun, row: InvalidRow): void {
  expect(row.fixed).withContext('a check with a fix wants "fixed"').toBeDefined();
  const before = JSON.stringify(takeSnapshot(run.scene));
  const undo = [];
  for (const finding of [...run.findings()]) {
    if (!run.of(finding.object).length) continue;
    const edits = run.fix(finding);
    if (!edits) continue;
    const result = applyChange(run.scene, { label: 'fix', edits });
    if (!result.ok) throw new Error(result.detail);
    undo.unshift(result.inverse);
    run.after(edits);
    expect(run.of(finding.object)).withContext('the fix makes its finding go away').toEqual([]);
  }
  if (row.fixed === null) expect(undo).withContext('nothing could be fixed').toEqual([]);
  else expect(outlineOf(run.scene)).toBe(row.fixed!.trim() === '' ? '' : tidyOutline(row.fixed!));
  for (const change of undo) expect(applyChange(run.scene, change).ok).toBeTrue();
  const { nextId: _a, ...after } = JSON.parse(JSON.stringify(takeSnapshot(run.scene))) as { nextId: number };
  const { nextId: _b, ...was } = JSON.parse(before) as { nextId: number };
  expect(after).withContext('undoing the fix leaves the scene as it was').toEqual(was);
}
