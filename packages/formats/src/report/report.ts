import type { Check, CheckRun, Finding, Severity } from '@renquil/core/checks';
import { baseName, type Baseline } from './baseline.js';
import { PathBook } from '@renquil/core/scene';

/** A finding as reports have it: by path, not by id. */
export interface ReportFinding {
  readonly check: string;
  readonly severity: Severity;
  readonly object: { readonly id: number; readonly path: string; readonly name: string };
  readonly message: string;
  readonly because: string;
  /** Stays the same over re-runs and re-imports as long as the object keeps its path. */
  readonly key: string;
  readonly fixable: boolean;
  /** Why it is let pass; left out: it is not. */
  readonly waived?: string;
  /** It was found before, by the baseline. */
  readonly known?: true;
}
/** What was found in one file. */
export interface ReportFile {
  readonly file: string;
  readonly objects: number;
  readonly findings: readonly ReportFinding[];
  /** What it was asked. */
  readonly checks: readonly Check[];
}
/** What was found in several files. */
export interface Report {
  readonly files: readonly ReportFile[];
  /** Of what is neither let pass nor known from before. */
  readonly counts: Readonly<Record<Severity, number>>;
}

/** The findings of a run with the paths of their objects. */
export function reportFile(file: string, run: CheckRun, baseline?: Baseline): ReportFile {
  const book = new PathBook(run.scene);
  const before = new Set(baseline?.files[baseName(file)]);
  const findings = [...run.findings()].map((finding: Finding): ReportFinding => {
    const path = book.path(finding.object);
    const key = `${finding.check}:${finding.messageId}:${path}`;
    const waiver = run.waiverOf(finding.object, finding.check);
    return {
      check: finding.check,
      severity: finding.severity,
      object: { id: finding.object, path, name: run.scene.get(finding.object).name },
      message: finding.message,
      because: finding.because,
      key,
      fixable: finding.fixable,
      ...(waiver ? { waived: waiver.reason } : {}),
      ...(before.has(key) ? { known: true as const } : {}),
    };
  });
  return { file, objects: run.scene.size, findings, checks: run.asked.map(({ check }) => check) };
}

/** Whether a finding counts: it is neither let pass nor known from before. */
export function doesCount({ waived, known }: Pick<ReportFinding, 'waived' | 'known'>): boolean {
  return waived === undefined && !known;
}
/** Reports of files as one, with all counts. */
export function makeReport(files: readonly ReportFile[]): Report {
  const counts: Record<Severity, number> = { blocker: 0, warning: 0, note: 0 };
  for (const file of files)
    for (const finding of file.findings) if (doesCount(finding)) counts[finding.severity]++;
  return { files, counts };
}
