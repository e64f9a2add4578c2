import type { CheckRun, Finding, Severity } from '@renquil/core/checks';
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
}
/** What was found in one file. */
export interface ReportFile {
  readonly file: string;
  readonly objects: number;
  readonly findings: readonly ReportFinding[];
}
/** What was found in several files. */
export interface Report {
  readonly files: readonly ReportFile[];
  readonly counts: Readonly<Record<Severity, number>>;
}

/** The findings of a run with the paths of their objects. */
export function reportFile(file: string, run: CheckRun): ReportFile {
  const book = new PathBook(run.scene);
  const findings = [...run.findings()].map((finding: Finding): ReportFinding => {
    const path = book.path(finding.object);
    return {
      check: finding.check,
      severity: finding.severity,
      object: { id: finding.object, path, name: run.scene.get(finding.object).name },
      message: finding.message,
      because: finding.because,
      key: `${finding.check}:${finding.messageId}:${path}`,
      fixable: finding.fixable,
    };
  });
  return { file, objects: run.scene.size, findings };
}

/** Reports of files as one, with all counts. */
export function makeReport(files: readonly ReportFile[]): Report {
  const counts: Record<Severity, number> = { blocker: 0, warning: 0, note: 0 };
  for (const file of files) for (const finding of file.findings) counts[finding.severity]++;
  return { files, counts };
}
